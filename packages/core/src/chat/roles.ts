/** Roles a person has in the channel, strongest first. Everyone is a viewer. */
export const ROLES = ['streamer', 'moderator', 'vip', 'subscriber', 'follower', 'viewer'] as const;

export type Role = (typeof ROLES)[number];

/** Role names as a reader sees them. */
export const ROLE_NAMES: Readonly<Record<Role, string>> = {
  streamer: 'streamer',
  moderator: 'moderator',
  vip: 'VIP',
  subscriber: 'subscriber',
  follower: 'follower',
  viewer: 'viewer',
};

/** True when any of `roles` is as strong as `lowest` or stronger. */
export function hasAtLeast(roles: readonly Role[], lowest: Role): boolean {
  return ROLES.indexOf(strongestRole(roles)) <= ROLES.indexOf(lowest);
}

/** The strongest of `roles`; `viewer` when there is none. */
export function strongestRole(roles: readonly Role[]): Role {
  return ROLES.find((role) => roles.includes(role)) ?? 'viewer';
}

/** What a server's message tag says of someone. */
export interface TagRoles {
  readonly roles: readonly Role[];
  /** months subscribed, 0 when it does not say */
  readonly subscribedMonths: number;
  /** of the subscription, 1 to 3; undefined when it does not say */
  readonly subscribedTier: number | undefined;
  /** UTC milliseconds */
  readonly followedSince: number | undefined;
}

const NOTHING_TOLD: TagRoles = {
  roles: [],
  subscribedTier: undefined,
  subscribedMonths: 0,
  followedSince: undefined,
};

/**
 * Reads roles from the value of a server's message tag: names separated by commas, in any
 * case, `subscriber` with the months and then the tier, and `follower` with the day after a colon where the
 * server knows them (`subscriber:14:2,follower:2025-03-01`). Names that are no role are
 * skipped, `streamer` among them: who owns the channel is told by its mode or the
 * configuration, never by a tag.
 */
export function readRolesTag(value: string): TagRoles {
  if (value === '') return NOTHING_TOLD;
  const named = new Map(
    value
      .toLowerCase()
      .split(',')
      .map((entry) => {
        const [name = '', ...details] = entry.trim().split(':');
        return [name, details] as const;
      }),
  );
  const [first = '', second = ''] = named.get('subscriber') ?? [];
  const [months, tier] = [Number(first), Number(second)];
  const followed = Date.parse(named.get('follower')?.join(':') ?? '');
  return {
    roles: ROLES.filter((role) => role !== 'streamer' && role !== 'viewer' && named.has(role)),
    subscribedTier: tier === 1 || tier === 2 || tier === 3 ? tier : undefined,
    subscribedMonths: Number.isInteger(months) && months > 0 && months < 10_000 ? months : 0,
    followedSince: Number.isNaN(followed) ? undefined : followed,
  };
}

/** The role an IRC channel mode letter grants. */
export function roleFromMode(letter: string): Role | undefined {
  if (letter === 'q' || letter === 'a') return 'streamer';
  if (letter === 'o') return 'moderator';
  if (letter === 'v') return 'vip';
  return undefined;
}

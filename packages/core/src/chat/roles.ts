/** Roles a person has in the channel, strongest first. Everybody is a viewer. */
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

/**
 * Reads roles from the value of a server's message tag: names parted by commas, in
 * any case. Names that are no role are passed over, `streamer` among them: who owns
 * the channel is told by its mode or the configuration, never by a tag.
 */
export function rolesFromTag(value: string): Role[] {
  const named = new Set(
    value
      .toLowerCase()
      .split(',')
      .map((name) => name.trim()),
  );
  return ROLES.filter((role) => role !== 'streamer' && role !== 'viewer' && named.has(role));
}

/** The role an IRC channel mode letter grants. */
export function roleFromMode(letter: string): Role | undefined {
  if (letter === 'q' || letter === 'a') return 'streamer';
  if (letter === 'o') return 'moderator';
  if (letter === 'v') return 'vip';
  return undefined;
}

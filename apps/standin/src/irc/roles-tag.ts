const DAY_MS = 86_400_000;
/** The oldest follow there is on the simulated platform. */
const FIRST_FOLLOW = Date.UTC(2023, 0, 1);
const FOLLOW_DAYS = 1_300;

/**
 * The value of the roles tag: `subscriber` with the months and `follower` with the day it
 * began. Both are made from the name, so that they are the same every time.
 */
export function rolesTag(nick: string, roles: readonly string[]): string {
  const lot = Array.from(nick).reduce(
    (sum, letter) => (sum * 31 + (letter.codePointAt(0) ?? 0)) % 1_000_003,
    7,
  );
  return roles
    .map((role) => {
      if (role === 'subscriber') return `subscriber:${String((lot % 30) + 1)}`;
      if (role !== 'follower') return role;
      const day = new Date(FIRST_FOLLOW + (lot % FOLLOW_DAYS) * DAY_MS);
      return `follower:${day.toISOString().slice(0, 10)}`;
    })
    .join(',');
}

/**
 * What keeps a viewer from writing: worked out again from all that was given and not taken back, so
 * that taking one back leaves things as if it had never been given.
 */
export interface Punishment {
  /** of the catch, or of what a person did */
  readonly id: string;
  /** UTC milliseconds */
  readonly at: number;
  readonly by: 'guard' | 'person';
  /** seconds; undefined for a ban */
  readonly seconds: number | undefined;
  /** how it was laid over one that ran; left out, as the settings have it now */
  readonly overlap?: Overlap | undefined;
}

/** A timeout given while another runs: added to what is left of that, in its place, or whichever ends later. */
export const OVERLAPS = ['add', 'replace', 'longer'] as const;
export type Overlap = (typeof OVERLAPS)[number];

export interface Overlapping {
  readonly how: Overlap;
  /** seconds no timeout of the guard’s goes beyond, counted from when the last was given */
  readonly cap: number;
}

export const USUAL_OVERLAPPING: Overlapping = { how: 'add', cap: 7 * 86_400 };

/** Until when a viewer may not write. */
export interface Silence {
  readonly by: 'guard' | 'person';
  /** UTC milliseconds; undefined for good */
  readonly until: number | undefined;
}

/**
 * What holds of a viewer at a time; undefined when they may write. What a person gave goes before the
 * guard’s: while it holds, nothing of the guard’s changes or shortens it.
 *
 * @param given in the order it was given
 */
export function silenceOf(
  given: readonly Punishment[],
  overlapping: Overlapping,
  now: number,
): Silence | undefined {
  const all = given.filter(({ at }) => at <= now);
  const person = byPerson(all, now);
  if (person !== undefined) return person;
  let until: number | undefined;
  for (const [n, { by, at, seconds, overlap }] of all.entries()) {
    // What the guard gives while a person’s holds is recorded, and does nothing.
    if (by !== 'guard' || byPerson(all.slice(0, n), at) !== undefined) continue;
    if (seconds === undefined) return { by, until: undefined };
    // Settings that change do not change what was given before.
    const how = { ...overlapping, how: overlap ?? overlapping.how };
    until = at + lengthOf(seconds, Math.max(0, (until ?? at) - at) / 1000, how) * 1000;
  }
  return until !== undefined && until > now ? { by: 'guard', until } : undefined;
}

/** A person’s last word holds. */
function byPerson(given: readonly Punishment[], now: number): Silence | undefined {
  const last = given.findLast(({ by }) => by === 'person');
  if (last === undefined) return undefined;
  const until = last.seconds === undefined ? undefined : last.at + last.seconds * 1000;
  return until === undefined || until > now ? { by: 'person', until } : undefined;
}

function lengthOf(seconds: number, left: number, { how, cap }: Overlapping): number {
  const whole = { add: left + seconds, replace: seconds, longer: Math.max(left, seconds) }[how];
  return Math.min(cap, whole);
}

/** Where chance comes from. The server's is cryptographic, a test's is seeded, a rehearsal's may be forced. */
export interface Chance {
  /** A whole number from 0 to `count` − 1, each as likely as the others. `count` is at least 1. */
  below(count: number): number;
}

/**
 * Chance from a source of numbers in [0, 1), such as a seeded generator.
 * The multiplication favours no number noticeably for counts far below 2⁵³.
 */
export function chanceFrom(next: () => number): Chance {
  return { below: (count) => Math.min(count - 1, Math.floor(next() * count)) };
}

export const FORCED = ['win', 'lose', 'rare'] as const;
/** How a rehearsal may force chance: every draw takes its first outcome, or its last. */
export type Forced = (typeof FORCED)[number];

/** Outcomes stand from the most to the least wished for, so a win is the first; the rarest stands last. */
export function forcedChance(forced: Forced): Chance {
  return { below: (count) => (forced === 'win' ? 0 : count - 1) };
}

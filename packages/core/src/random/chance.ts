/** Where chance comes from. The server's is cryptographic, a test's is seeded, a rehearsal's may be forced. */
export interface Chance {
  /** A whole number from 0 to `count` − 1, each as likely as the others. `count` is at least 1. */
  below(count: number): number;
  /** how it is forced in a rehearsal, for what is not equally likely */
  readonly forced?: Forced;
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
  return { below: (count) => (forced === 'win' ? 0 : count - 1), forced };
}

/**
 * One of several places, each as likely as its weight: a whole number from 0, of which at least
 * one is over 0. Forced to the rarest it is the one with the least weight over 0, the last of those alike.
 *
 * @returns the place, from 0
 */
export function weighted(weights: readonly number[], chance: Chance): number {
  if (chance.forced === 'rare') {
    const least = Math.min(...weights.filter((weight) => weight > 0));
    return weights.lastIndexOf(least);
  }
  let rest = chance.below(weights.reduce((sum, weight) => sum + weight, 0));
  return weights.findIndex((weight) => {
    rest -= weight;
    return rest < 0;
  });
}

import { hundredths, type Row, type Settings } from '../../settings.js';

export interface Reels extends Settings {
  readonly mode: 'hits' | 'symbols';
  readonly reels: number;
  /** percent with which a reel hits */
  readonly chance: number;
  /** percent each full miss adds to it, and what they add at the most */
  readonly pity: number;
  readonly limit: number;
  /** multiples by the number of hits */
  readonly hits: readonly Row[];
  /** free spins a full hit may award, each with a chance */
  readonly spins: number;
  readonly spinChance: number;
  readonly symbols: readonly Row[];
  readonly pays: readonly Row[];
}

/** The chance of a reel in hundredths of a percent, after so many steps of pity. */
export function chanceAt({ chance, pity, limit }: Reels, level: number): number {
  return Math.min(10_000, hundredths(chance) + Math.min(hundredths(limit), level * hundredths(pity)));
}

/** Steps of pity there can be: more make no difference. */
export function mostLevels({ mode, pity, limit }: Reels): number {
  return mode === 'symbols' || pity === 0 || limit === 0
    ? 0
    : Math.ceil(hundredths(limit) / hundredths(pity));
}

/** Multiples by the number of hits, in hundredths. */
export function multiples({ reels, hits }: Reels): number[] {
  return Array.from({ length: reels + 1 }, (_, count) =>
    hundredths(Number(hits.find((row) => row.hits === count)?.pays ?? 0)),
  );
}

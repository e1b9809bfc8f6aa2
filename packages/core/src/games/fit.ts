// Whoever imports core needs the declaration too, wherever they are.
// eslint-disable-next-line typescript/triple-slash-reference
/// <reference path="./jstat.d.ts" />
import jStat from 'jstat';
import { weighted, type Chance } from '../random/index.js';
import type { Level } from './odds.js';

/** How often something was played and what came of it, under one case of the odds at one step of pity. */
export interface Counted {
  readonly variant: string;
  readonly level: number;
  readonly outcome: string;
  readonly count: number;
}

export interface Expected {
  readonly outcome: string;
  readonly observed: number;
  readonly expected: number;
}

/** How well what was played fits the settings. */
export interface Fit {
  readonly outcomes: readonly Expected[];
  readonly plays: number;
  /** the chance that chance alone strays at least as far; undefined where nothing can be said */
  readonly p: number | undefined;
  readonly test: 'chi-square' | 'exact' | 'none';
}

/** Fewer than this are expected of an outcome: the distribution of chi-square does not hold (Cochran, 1954). */
const LEAST = 5;
/** Draws of the exact test. */
const DRAWS = 4_000;

/** What the odds expect of so many plays at each case and step of pity. */
export function expectedOf(
  counted: readonly Counted[],
  levelsOf: (variant: string) => readonly Level[] | undefined,
): Expected[] {
  const found = new Map<string, { observed: number; expected: number }>();
  const plays = new Map<string, { variant: string; level: number; count: number }>();
  const entry = (outcome: string): { observed: number; expected: number } => {
    const known = found.get(outcome) ?? { observed: 0, expected: 0 };
    found.set(outcome, known);
    return known;
  };
  for (const { variant, level, outcome, count } of counted) {
    if (levelsOf(variant) === undefined) continue;
    entry(outcome).observed += count;
    const key = `${variant} ${String(level)}`;
    const known = plays.get(key) ?? { variant, level, count: 0 };
    plays.set(key, { ...known, count: known.count + count });
  }
  for (const { variant, level, count } of plays.values()) {
    const levels = levelsOf(variant) ?? [];
    for (const branch of levels[Math.min(level, levels.length - 1)] ?? [])
      entry(branch.outcome).expected += branch.chance * count;
  }
  return [...found].map(([outcome, each]) => ({ outcome, ...each }));
}

/**
 * Tests whether counts come from what was expected: Pearson's chi-square where enough is expected of
 * each outcome, and otherwise an exact test by drawing (Hope, 1968), with the same statistic. Outcomes
 * that cannot come about and did have a chance of 0.
 *
 * @param chance for the exact test
 */
export function fitOf(outcomes: readonly Expected[], chance: Chance): Fit {
  const plays = outcomes.reduce((sum, { observed }) => sum + observed, 0);
  const impossible = outcomes.some(({ observed, expected }) => observed > 0 && expected < 1e-9);
  if (plays === 0) return { outcomes, plays, p: undefined, test: 'none' };
  if (impossible) return { outcomes, plays, p: 0, test: 'exact' };
  const possible = outcomes.filter(({ expected }) => expected >= 1e-9);
  if (possible.length < 2) return { outcomes, plays, p: undefined, test: 'none' };
  const statistic = chiSquare(
    possible.map(({ observed }) => observed),
    possible,
  );
  if (possible.every(({ expected }) => expected >= LEAST))
    return {
      outcomes,
      plays,
      p: Math.max(0, 1 - jStat.chisquare.cdf(statistic, possible.length - 1)),
      test: 'chi-square',
    };
  return { outcomes, plays, p: drawnP(possible, plays, statistic, chance), test: 'exact' };
}

function chiSquare(observed: readonly number[], expected: readonly Expected[]): number {
  return expected.reduce(
    (sum, each, n) => sum + ((observed[n] ?? 0) - each.expected) ** 2 / each.expected,
    0,
  );
}

/** The share of draws that stray at least as far, the one that was seen counted among them. */
function drawnP(expected: readonly Expected[], plays: number, statistic: number, chance: Chance): number {
  const weights = expected.map((each) => Math.round((each.expected / plays) * 1_000_000));
  // Of very many plays each draw is of a part of them; the statistic of a part is as large.
  const each = Math.min(plays, 2_000);
  const scaled = expected.map((one) => ({ ...one, expected: (one.expected * each) / plays }));
  let asFar = 1;
  for (let draw = 0; draw < DRAWS; draw += 1) {
    const counts = expected.map(() => 0);
    for (let play = 0; play < each; play += 1) {
      const place = weighted(weights, chance);
      counts[place] = (counts[place] ?? 0) + 1;
    }
    if (chiSquare(counts, scaled) >= statistic - 1e-9) asFar += 1;
  }
  return asFar / (DRAWS + 1);
}

/** What a fit says, in words. */
export function fitInWords({ p, plays, test }: Fit): string {
  if (plays === 0) return 'It has not been played yet.';
  if (p === undefined || test === 'none')
    return 'There is only one thing that can come of it, so nothing can be tested.';
  if (p === 0) return 'Something came up that these settings do not allow.';
  if (p < 0.001)
    return 'Luck alone would do this less than 1 time in 1,000: what was played does not fit these settings.';
  if (p < 0.01) return `Luck alone would do this about ${oneIn(p)}: worth a look.`;
  if (p < 0.05) return `Luck alone would do this about ${oneIn(p)}, so it happens now and then.`;
  return 'This is what luck looks like.';
}

const oneIn = (p: number): string => `1 time in ${Math.round(1 / p).toLocaleString('en')}`;

/**
 * The longest run of losses to expect in so many plays, each lost with the same chance: the median
 * of the longest run, by its limiting distribution (Gordon, Schilling and Waterman, 1986).
 *
 * @param plays how many
 * @param lost chance of a loss, above 0 and below 1
 */
export function longestRun(plays: number, lost: number): number {
  if (plays === 0 || lost <= 0) return 0;
  if (lost >= 1) return plays;
  const most = (Math.log(plays * (1 - lost)) - Math.log(Math.log(2))) / -Math.log(lost);
  return Math.max(0, Math.min(plays, Math.round(most)));
}

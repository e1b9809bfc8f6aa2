import type { Chance } from '../random/index.js';
import type { GameBody } from './game.js';
import { expectedOf, fitOf, longestRun, type Counted, type Fit } from './fit.js';
import { GAME_KINDS } from './kinds/index.js';
import { oddsOf, type OddsCase } from './odds.js';

/** Plays that went alike, and what they came to. Amounts are whole units. */
export interface PlayedCount extends Counted {
  readonly staked: number;
  readonly paid: number;
}

/** What was played under one set of settings, beside what they promise. */
export interface AsPlayed {
  readonly plays: number;
  readonly staked: number;
  readonly paid: number;
  /** what came back of one unit staked; undefined where nothing was staked */
  readonly returns: number | undefined;
  /** what was to be expected, given the bets, crews and pity there were; undefined where it cannot be worked out */
  readonly expected: number | undefined;
  readonly fit: Fit;
  /** the longest run without a win to expect among all of it */
  readonly droughtExpected: number | undefined;
}

/** A stake of which hundredths are whole. */
const UNIT = 10_000;

/** @param chance for the exact test of small counts */
export function asPlayed(
  { kind, settings }: Pick<GameBody, 'kind' | 'settings'>,
  counts: readonly PlayedCount[],
  chance: Chance,
): AsPlayed {
  const shape = GAME_KINDS[kind];
  const cases = new Map((shape.odds?.(settings, UNIT) ?? []).map((each) => [each.variant, each]));
  const caseOf = (variant: string): OddsCase | undefined =>
    shape.caseOf?.(settings, UNIT, variant) ?? cases.get(variant);
  const sum = (of: (count: PlayedCount) => number): number => counts.reduce((all, each) => all + of(each), 0);
  const [plays, staked, paid] = [
    sum(({ count }) => count),
    sum((each) => each.staked),
    sum((each) => each.paid),
  ];
  const isKnown = cases.size > 0 && counts.every(({ variant }) => caseOf(variant) !== undefined);
  const due = counts.reduce((all, { variant, level, staked: some }) => {
    const levels = caseOf(variant)?.levels ?? [];
    const branches = levels[Math.min(level, levels.length - 1)] ?? [];
    return all + (some * branches.reduce((mean, each) => mean + each.chance * each.pays, 0)) / UNIT;
  }, 0);
  // A wheel pays amounts, whatever its price is.
  const isByStake = shape.staked === 'amount' || kind === 'raffle';
  const [first] = cases.values();
  const hits = first === undefined || cases.size > 1 ? undefined : oddsOf(first, UNIT).hits;
  return {
    plays,
    staked,
    paid,
    returns: staked === 0 ? undefined : paid / staked,
    expected: !isKnown || staked === 0 || !isByStake ? undefined : due / staked,
    fit: fitOf(
      expectedOf(counts, (variant) => caseOf(variant)?.levels),
      chance,
    ),
    droughtExpected: hits === undefined || !isByStake ? undefined : longestRun(plays, 1 - hits),
  };
}

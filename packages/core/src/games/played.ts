import type { Chance } from '../random/index.js';
import type { GameBody } from './game.js';
import { expectedOf, fitOf, longestRun, type Counted, type Expected, type Fit } from './fit.js';
import { GAME_KINDS } from './kinds/index.js';
import { oddsOf, type OddsCase } from './odds.js';

/** Plays that went alike at one stake, and what they came to. Amounts are whole units. */
export interface PlayedCount extends Counted {
  readonly stake: number;
  readonly staked: number;
  readonly paid: number;
}

/** Numbers of plays, and how often they came up. */
export interface DrawnCount {
  readonly numbers: readonly number[];
  readonly count: number;
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
/** Stakes for which odds are worked out as they round; beyond those, as if nothing were rounded. */
const STAKES = 200;

/** What was played, as it is kept. */
export interface KeptPlay {
  readonly counts: readonly PlayedCount[];
  /** of each round one play, where one draw decides all of them */
  readonly rounds: readonly Counted[];
  readonly drawn: readonly DrawnCount[];
}

/** @param chance for the exact test of small counts */
export function asPlayed(
  { kind, settings }: Pick<GameBody, 'kind' | 'settings'>,
  { counts, rounds, drawn }: KeptPlay,
  chance: Chance,
): AsPlayed {
  const shape = GAME_KINDS[kind];
  const casesAt = new Map<number, ReadonlyMap<string, OddsCase>>();
  const caseOf = (variant: string, stake: number): OddsCase | undefined => {
    const at = casesAt.has(stake) || casesAt.size < STAKES ? stake : UNIT;
    let cases = casesAt.get(at);
    if (cases === undefined) {
      cases = new Map((shape.odds?.(settings, at) ?? []).map((each) => [each.variant, each]));
      casesAt.set(at, cases);
    }
    return shape.caseOf?.(settings, at, variant) ?? cases.get(variant);
  };
  const sum = (of: (count: PlayedCount) => number): number => counts.reduce((all, each) => all + of(each), 0);
  const [plays, staked, paid] = [
    sum(({ count }) => count),
    sum((each) => each.staked),
    sum((each) => each.paid),
  ];
  const first = caseOf(counts[0]?.variant ?? '', UNIT);
  const isKnown = first !== undefined && counts.every(({ variant }) => caseOf(variant, UNIT) !== undefined);
  const due = counts.reduce((all, { variant, level, stake, count }) => {
    // What is free is worked out as if it cost one unit, and pays as much.
    const worked = stake === 0 ? UNIT : stake;
    const levels = caseOf(variant, worked)?.levels ?? [];
    const branches = levels[Math.min(level, levels.length - 1)] ?? [];
    const mean = branches.reduce((each, { chance: part, pays }) => each + part * pays, 0);
    const scaled = casesAt.has(worked) ? mean : (mean * worked) / UNIT;
    return all + (stake === 0 ? 0 : scaled * count);
  }, 0);
  const isByStake = shape.staked === 'amount' || kind === 'raffle';
  const isOnly = (shape.odds?.(settings, UNIT) ?? []).length === 1;
  const hits = first === undefined || !isOnly ? undefined : oddsOf(first, UNIT).hits;
  const { draws } = shape;
  const fit =
    draws === undefined
      ? fitOf(
          expectedOf(
            shape.oneDraw?.(settings) === true ? rounds : counts,
            (variant) => caseOf(variant, UNIT)?.levels,
          ),
          chance,
        )
      : fitOf(
          drawnOf(drawn, draws.odds(settings), (numbers) => draws.outcomeOf(settings, numbers)),
          chance,
        );
  return {
    plays,
    staked,
    paid,
    returns: staked === 0 ? undefined : paid / staked,
    expected: !isKnown || staked === 0 ? undefined : due / staked,
    fit,
    droughtExpected: hits === undefined || !isByStake ? undefined : longestRun(plays, 1 - hits),
  };
}

/** How often each outcome of the numbers themselves came up, beside what is expected. */
function drawnOf(
  drawn: readonly DrawnCount[],
  odds: readonly { readonly outcome: string; readonly chance: number }[],
  outcomeOf: (numbers: readonly number[]) => string | undefined,
): Expected[] {
  const seen = new Map<string, number>();
  let plays = 0;
  for (const { numbers, count } of drawn) {
    const outcome = outcomeOf(numbers);
    if (outcome === undefined) continue;
    seen.set(outcome, (seen.get(outcome) ?? 0) + count);
    plays += count;
  }
  return odds.map(({ outcome, chance }) => ({
    outcome,
    observed: seen.get(outcome) ?? 0,
    expected: chance * plays,
  }));
}

import type { Result } from './round.js';

/** How someone did in a game so far, or all who played it. Amounts are whole units. */
export interface Tally {
  readonly plays: number;
  readonly staked: number;
  readonly won: number;
  /** the most one play brought beyond its stake */
  readonly best: number;
  /** plays in a row that brought more than their stake; below 0 for those that did not */
  readonly streak: number;
  /** the longest of either */
  readonly longestWin: number;
  readonly longestLoss: number;
  /** steps of pity */
  readonly level: number;
  /** when they played last; 0 for never */
  readonly lastAt: number;
}

export const NO_TALLY: Tally = {
  plays: 0,
  staked: 0,
  won: 0,
  best: 0,
  streak: 0,
  longestWin: 0,
  longestLoss: 0,
  level: 0,
  lastAt: 0,
};

/** A tally after one more result. @param at UTC milliseconds */
export function tallyAfter(
  tally: Tally,
  { staked, paid }: Pick<Result, 'staked' | 'paid'>,
  at: number,
): Tally {
  const won = paid > staked;
  const streak = won ? Math.max(0, tally.streak) + 1 : Math.min(0, tally.streak) - 1;
  return {
    ...tally,
    plays: tally.plays + 1,
    staked: tally.staked + staked,
    won: tally.won + paid,
    best: Math.max(tally.best, paid - staked),
    streak,
    longestWin: Math.max(tally.longestWin, streak),
    longestLoss: Math.max(tally.longestLoss, -streak),
    lastAt: Math.max(tally.lastAt, at),
  };
}

/** Two tallies of one person, who played under two names: which streak came first is not known. */
export function tallyJoined(a: Tally, b: Tally): Tally {
  const later = a.lastAt >= b.lastAt ? a : b;
  return {
    plays: a.plays + b.plays,
    staked: a.staked + b.staked,
    won: a.won + b.won,
    best: Math.max(a.best, b.best),
    streak: later.streak,
    longestWin: Math.max(a.longestWin, b.longestWin),
    longestLoss: Math.max(a.longestLoss, b.longestLoss),
    level: later.level,
    lastAt: later.lastAt,
  };
}

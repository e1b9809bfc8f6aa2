import type { Chance } from '../random/index.js';
import type { GameBody } from './game.js';
import type { Trial } from './kind.js';
import { GAME_KINDS } from './kinds/index.js';
import { oddsOf, type Odds } from './odds.js';
import type { Settings } from './settings.js';

/** What came of very many plays. */
export interface Simulated {
  readonly plays: number;
  /** what came back of one unit staked, and where the true figure lies with 95 of 100 */
  readonly returns: number;
  readonly low: number;
  readonly high: number;
  readonly hits: number;
  readonly longestDrought: number;
}

/** Bars of a histogram: from where each begins, and how many ended there. */
export interface Bar {
  readonly from: number;
  readonly to: number;
  readonly count: number;
}

/** How players fared who began with the same balance and played for a while. */
export interface Fates {
  readonly players: number;
  readonly bars: readonly Bar[];
  /** shares of all: who could not stake any more, and who had twice as much at one time */
  readonly ruined: number;
  readonly doubled: number;
  readonly median: number;
}

/** Half a width of an interval that holds the true mean with 95 of 100. */
const NORMAL_95 = 1.959964;
/** Plays between two looks at whether to go on. */
const CHUNK = 50_000;

/**
 * Plays very many times, in parts: after each it yields how many were played so far.
 *
 * @returns what came of them
 */
export function* simulated(
  trial: Trial,
  stake: number,
  plays: number,
  chance: Chance,
): Generator<number, Simulated> {
  let [sum, squares, hits, dry, longest] = [0, 0, 0, 0, 0];
  for (let done = 0; done < plays;) {
    const until = Math.min(plays, done + CHUNK);
    for (; done < until; done += 1) {
      const paid = trial.play(chance);
      sum += paid;
      squares += paid * paid;
      if (paid > stake) {
        hits += 1;
        dry = 0;
      } else {
        dry += 1;
        if (dry > longest) longest = dry;
      }
    }
    yield done;
  }
  const mean = sum / plays;
  const spread = Math.sqrt(Math.max(0, squares / plays - mean * mean) / plays);
  return {
    plays,
    returns: mean / stake,
    low: (mean - NORMAL_95 * spread) / stake,
    high: (mean + NORMAL_95 * spread) / stake,
    hits: hits / plays,
    longestDrought: longest,
  };
}

const BARS = 24;
const PLAYERS_CHUNK = 200;

/** Lets players with the same balance play until they have played enough, or cannot stake any more. */
export function* fates(
  trial: Trial,
  about: {
    readonly stake: number;
    readonly balance: number;
    readonly plays: number;
    readonly players: number;
  },
  chance: Chance,
): Generator<number, Fates> {
  const { stake, balance: begin, plays, players } = about;
  const ends = new Float64Array(players);
  let [ruined, doubled] = [0, 0];
  for (let player = 0; player < players; player += 1) {
    trial.reset();
    let balance = begin;
    let hasDoubled = false;
    for (let play = 0; play < plays && balance >= stake; play += 1) {
      balance = Math.max(0, balance - stake + trial.play(chance));
      if (balance >= 2 * begin) hasDoubled = true;
    }
    ends[player] = balance;
    if (balance < stake) ruined += 1;
    if (hasDoubled) doubled += 1;
    if (player % PLAYERS_CHUNK === 0) yield player;
  }
  ends.sort();
  return {
    players,
    bars: barsOf(ends),
    ruined: ruined / players,
    doubled: doubled / players,
    median: ends[Math.floor(players / 2)] ?? 0,
  };
}

/** Bars up to where all but the uppermost of a hundred lie; the last takes in what is beyond. */
function barsOf(sorted: Float64Array): Bar[] {
  const most = Math.max(1, sorted[Math.floor(sorted.length * 0.99)] ?? 0);
  const width = Math.max(1, Math.ceil((most + 1) / BARS));
  const bars = Array.from({ length: BARS }, (_, n) => ({ from: n * width, to: (n + 1) * width, count: 0 }));
  for (const end of sorted) {
    const bar = bars[Math.min(BARS - 1, Math.floor(end / width))];
    if (bar !== undefined) bar.count += 1;
  }
  return bars;
}

/** The odds of a game as it is set up, one for each case; none where they cannot be worked out. */
export function oddsOfGame({ kind, settings, stake }: Pick<GameBody, 'kind' | 'settings' | 'stake'>): Odds[] {
  const unit = Math.max(1, stake.usual);
  return (GAME_KINDS[kind].odds?.(settings, unit) ?? []).map((each) => oddsOf(each, unit));
}

/** What a setting is to be for a game to give back so much. */
export type Solved = { readonly value: number; readonly returns: number } | { readonly fault: string };

/**
 * Solves one setting for a return, by halving: the return must rise or fall with it throughout. It is
 * worked out for the usual stake; with small ones, rounding to whole units leaves few returns to choose from.
 *
 * @param target what is to come back of one unit
 */
export function solve(
  body: Pick<GameBody, 'kind' | 'settings' | 'stake'>,
  field: string,
  target: number,
  variant: string,
): Solved {
  const kind = GAME_KINDS[body.kind];
  const blank = kind.blanks[field];
  if (blank?.as !== 'number') return { fault: 'That setting cannot be solved for' };
  const parts = blank.unit === '%' || blank.unit === '×' ? 100 : 1;
  const unit = Math.max(1, body.stake.usual);
  const returnsAt = (figure: number): number => {
    const settings: Settings = { ...body.settings, [field]: figure / parts };
    const cases = kind.odds?.(settings, unit) ?? [];
    const one = cases.find((each) => each.variant === variant) ?? cases[0];
    return one === undefined ? Number.NaN : oddsOf(one, unit).returns;
  };
  let [low, high] = [blank.least * parts, mostOf(body, field, blank.most) * parts];
  const rises = returnsAt(high) > returnsAt(low);
  const [least, most] = rises ? [returnsAt(low), returnsAt(high)] : [returnsAt(high), returnsAt(low)];
  if (Number.isNaN(least) || target < least || target > most)
    return {
      fault: `${blank.label} alone can make it give back ${least.toFixed(2)} to ${most.toFixed(2)}`,
    };
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (returnsAt(middle) < target === rises) low = middle;
    else high = middle;
  }
  const nearer = Math.abs(returnsAt(low) - target) <= Math.abs(returnsAt(high) - target) ? low : high;
  return { value: nearer / parts, returns: returnsAt(nearer) };
}

/** A die shows no more than it has sides. */
function mostOf({ settings }: Pick<GameBody, 'settings'>, field: string, most: number): number {
  return field === 'wins' && typeof settings.sides === 'number' ? Math.min(most, settings.sides) : most;
}

/** What to look at before a game is let loose. */
export interface Warnings {
  readonly gives: boolean;
  readonly never: boolean;
  /** the largest share of all currency one play may move; undefined where nothing is staked */
  readonly share: number | undefined;
}

/** Beyond this share of all currency, one play is told of. */
export const LARGE_SHARE = 0.05;

/** @param circulating whole units that viewers have */
export function warningsOf(body: GameBody, circulating: number): Warnings {
  const odds = oddsOfGame(body);
  const { staked } = GAME_KINDS[body.kind];
  const isPlayedFor = staked !== 'nothing' && body.stake.most > 0;
  return {
    gives: isPlayedFor && odds.some(({ returns }) => returns > 1),
    never: odds.length > 0 && odds.every(({ hits }) => hits === 0),
    share: isPlayedFor && circulating > 0 ? (body.stake.most * mostPays(body)) / circulating : undefined,
  };
}

/** The most one unit can come to. */
function mostPays({ kind, settings, stake }: GameBody): number {
  const unit = Math.max(1, stake.usual);
  const cases = GAME_KINDS[kind].odds?.(settings, unit) ?? [];
  const pays = cases.flatMap(({ levels }) =>
    levels.flatMap((level) => level.filter(({ chance }) => chance > 0).map((each) => each.pays)),
  );
  return Math.max(1, ...pays.map((each) => each / unit));
}

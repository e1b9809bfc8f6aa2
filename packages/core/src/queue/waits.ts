import { durationInWords } from '../text/index.js';
import { inState, TURNS_LOOKED_AT, type QueueState, type Range, type Turn } from './entry.js';

const MINUTE = 60_000;
/** Fewer turns than these say nothing of the next. */
export const TURNS_NEEDED = 3;

/** How long turns take, in milliseconds: the mean of the last ten and their standard deviation. */
export interface Pace {
  readonly mean: number;
  readonly spread: number;
}

/** @returns undefined while there are too few turns to tell */
export function paceOf(turns: readonly Turn[]): Pace | undefined {
  const last = turns.slice(-TURNS_LOOKED_AT).map(({ calledAt, endedAt }) => endedAt - calledAt);
  if (last.length < TURNS_NEEDED) return undefined;
  const mean = last.reduce((sum, each) => sum + each, 0) / last.length;
  const square = last.reduce((sum, each) => sum + (each - mean) ** 2, 0) / (last.length - 1);
  return { mean, spread: Math.sqrt(square) };
}

/**
 * How long someone waits until they are called, in minutes, from the mean and the spread of the last
 * ten turns and the size of the party: the turn being played takes what is left of the mean, each
 * round before theirs another, and the spreads of independent rounds add up as their squares do.
 * Up to 10 min it is told to the minute, beyond that to five.
 *
 * @param place from 1
 * @returns undefined while there are too few turns to tell
 */
export function waitAt(state: QueueState, place: number, party: number, at: number): Range | undefined {
  const pace = paceOf(state.turns);
  if (pace === undefined) return undefined;
  const playing = inState(state, 'called', 'confirmed', 'playing');
  const free = Math.max(0, party - playing.length);
  const rounds = place <= free ? 0 : Math.ceil((place - free) / party);
  if (rounds === 0) return { least: 0, most: 1 };
  const began = playing[0]?.calledAt;
  const left = began === undefined ? pace.mean : Math.max(0, pace.mean - (at - began));
  const middle = left + (rounds - 1) * pace.mean;
  const around = pace.spread * Math.sqrt(rounds);
  return rounded(Math.max(0, middle - around) / MINUTE, (middle + around) / MINUTE);
}

function rounded(least: number, most: number): Range {
  const step = most > 10 ? 5 : 1;
  const low = Math.floor(least / step) * step;
  return { least: low, most: Math.max(low + step, Math.ceil(most / step) * step) };
}

/** A wait as it is told: `about 25 to 40 min`. */
export function waitInWords(wait: Range | undefined): string {
  if (wait === undefined) return 'wait not known yet';
  const { least, most } = wait;
  if (most <= 1) return 'about a minute';
  if (least === 0) return `up to ${durationInWords(most * MINUTE)}`;
  return most < 60
    ? `about ${String(least)} to ${String(most)} min`
    : `about ${durationInWords(least * MINUTE)} to ${durationInWords(most * MINUTE)}`;
}

/** A wait that was told, and how long it then was, in minutes. */
export interface ToldWait extends Range {
  readonly was: number;
}

/** How true waits were that were told: how many came as told, and by how much the others missed it. */
export interface Accuracy {
  readonly told: number;
  readonly right: number;
  /** how many were called before and after the time they were told */
  readonly sooner: number;
  readonly later: number;
  /** mean minutes by which those missed it */
  readonly missedBy: number;
}

/** A minute either way counts as told: nobody looks at seconds. */
const SLACK = 1;

export function accuracyOf(waits: readonly ToldWait[]): Accuracy {
  const misses = waits.map(({ least, most, was }) =>
    was < least - SLACK ? was - least : was > most + SLACK ? was - most : 0,
  );
  const missed = misses.filter((miss) => miss !== 0);
  const sum = missed.reduce((all, miss) => all + Math.abs(miss), 0);
  return {
    told: waits.length,
    right: waits.length - missed.length,
    sooner: missed.filter((miss) => miss < 0).length,
    later: missed.filter((miss) => miss > 0).length,
    missedBy: missed.length === 0 ? 0 : sum / missed.length,
  };
}

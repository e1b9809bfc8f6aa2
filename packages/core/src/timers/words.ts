import { durationInWords } from '../text/index.js';
import type { TimerStanding } from './due.js';
import type { TimerBody } from './timer.js';

const MINUTE = 60_000;

/** How much viewers write, in lines a minute, as measured over the last streams. */
export interface ChatRate {
  readonly usual: number;
  /** in the quietest tenth of the time */
  readonly quiet: number;
  /** in the busiest tenth */
  readonly busy: number;
  /** other lines the bot says for each line of a viewer */
  readonly replies: number;
  /** how many streams were looked at; 0 when there were none, and the rates are assumed */
  readonly streams: number;
}

/** For a channel of which nothing is known yet. */
export const ASSUMED_RATE: ChatRate = { usual: 6, quiet: 1, busy: 20, replies: 0.1, streams: 0 };

/** Minutes between two firings at so many lines a minute, breathing room aside; Infinity for never. */
export function paceOf({ interval, lines }: Pick<TimerBody, 'interval' | 'lines'>, rate: number): number {
  if (lines === 0) return interval;
  return Math.max(interval, rate > 0 ? lines / rate : Infinity);
}

/** What interval and lines come to: `about every 17 min; in a quiet room every 40 min`. */
export function paceInWords(body: Pick<TimerBody, 'interval' | 'lines'>, rate: ChatRate): string {
  const usual = paceOf(body, rate.usual);
  const quiet = paceOf(body, rate.quiet);
  const words = [
    Number.isFinite(usual) ? `about every ${minutes(usual)}` : 'never, because nobody is chatting',
  ];
  if (Number.isFinite(usual) && minutes(quiet) !== minutes(usual))
    words.push(Number.isFinite(quiet) ? `in a quiet room every ${minutes(quiet)}` : 'in a quiet room never');
  if (body.lines > 0 && quiet !== Infinity) words.push('in a silent room never');
  return words.join('; ');
}

/**
 * When it is due: `in 4 min, and 3 of 10 lines`.
 *
 * @param of lines it waits for
 * @param lines it has counted
 * @param roomIn milliseconds until breathing room lets it speak, where it is ready
 */
export function standingInWords(
  { dueIn, stopped, ready }: TimerStanding,
  of: number,
  lines: number,
  roomIn = 0,
): string {
  if (stopped !== undefined) return stopped;
  const time = dueIn > 0 ? `in ${minutes(dueIn / MINUTE)}` : '';
  const wants = of > 0 && lines < of ? `${String(lines)} of ${String(of)} lines` : '';
  if (ready) return roomIn < 1_000 ? 'now' : `in ${minutes(roomIn / MINUTE)}, after breathing room`;
  return [time, wants].filter((part) => part !== '').join(', and ') || 'now';
}

function minutes(of: number): string {
  const ms = Math.max(of * MINUTE, 1_000);
  // To the minute; under one, to the second.
  return durationInWords(ms < MINUTE ? Math.ceil(ms / 1_000) * 1_000 : Math.round(ms / MINUTE) * MINUTE);
}

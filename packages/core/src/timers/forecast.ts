import type { Chance } from '../random/index.js';
import { factOf, type Fact } from './begin.js';
import {
  counted,
  decideTimers,
  fired,
  saidAfter,
  timerStandingOf,
  type Moment,
  type Said,
  type Timed,
} from './due.js';
import type { BreathingRoom } from './timer.js';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;

/** When viewers write: so many lines a minute at even distances, or at times in milliseconds from the beginning. */
export type Lines = number | readonly number[];

export interface ForecastOf {
  readonly timers: readonly Timed[];
  readonly said: readonly Said[];
  readonly room: BreathingRoom;
  /** where it begins; the stream stays as it is here */
  readonly moment: Moment;
  /** milliseconds it looks ahead */
  readonly span: number;
  readonly lines: Lines;
  /** other lines the bot says for each line of a viewer, for its share */
  readonly replies: number;
  readonly chance: Chance;
}

export interface Firing extends Fact {
  readonly timer: string;
  /** milliseconds from the beginning */
  readonly at: number;
  /** milliseconds breathing room put it off */
  readonly putOff: number;
}

/** Why a timer does not fire at all. */
export interface Silent {
  readonly timer: string;
  readonly why: 'lines' | 'time' | 'room' | 'stopped';
  readonly words: string;
}

export interface Forecast {
  readonly firings: readonly Firing[];
  /** messages of timers an hour */
  readonly perHour: number;
  /** the bot’s part of all lines in chat, from 0 to 1 */
  readonly share: number;
  /** milliseconds between two timers; undefined while fewer than two fire */
  readonly longestGap: number | undefined;
  readonly shortestGap: number | undefined;
  /** firings that breathing room put off */
  readonly collisions: number;
  readonly silent: readonly Silent[];
}

/** What timers will do, by the very function that fires them. Takes time in proportion to what fires. */
export function forecast(of: ForecastOf): Forecast {
  const { room, moment, span, chance } = of;
  const chat = chatOf(of.lines);
  const timers = new Map(of.timers.map((timed) => [timed.timer.id, timed]));
  const readyAt = new Map<string, number>();
  const firings: Firing[] = [];
  let { said } = of;
  let heard = 0;
  let timerLines = 0;
  const byClock = of.timers.some(({ timer }) => timer.when.from !== '');
  for (let t = 0; t <= span;) {
    const now = { ...moment, running: moment.running + t, at: moment.at + t };
    const before = heard;
    heard = chat.until(t);
    if (heard > before)
      for (const [id, timed] of timers)
        timers.set(id, { ...timed, state: counted(timed.state, heard - before) });
    const all = [...timers.values()];
    const { fires, ready, lookIn } = decideTimers(all, said, room, now);
    for (const { timer } of ready) if (!readyAt.has(timer.id)) readyAt.set(timer.id, t);
    if (fires !== undefined) {
      const { timer, state } = fires;
      firings.push({
        timer: timer.id,
        at: t,
        putOff: t - (readyAt.get(timer.id) ?? t),
        ...factOf(fires, said, now),
      });
      readyAt.delete(timer.id);
      said = saidAfter(said, now.running, state.size);
      timerLines += state.size;
      timers.set(timer.id, { ...fires, state: fired(state, now, state.size, chance) });
      continue;
    }
    const next = Math.min(
      t + (lookIn ?? Infinity),
      byClock ? nextMinute(now.at) - moment.at : Infinity,
      ...all.map(({ timer, state }) =>
        state.lines >= timer.lines ? Infinity : chat.nth(heard + timer.lines - state.lines),
      ),
    );
    // Times are not whole milliseconds; one step is at least a thousandth of one, so that it goes on.
    if (next === Infinity) break;
    t = Math.max(next, t + 0.001);
  }
  const viewers = chat.until(span);
  const own = timerLines + viewers * of.replies;
  const gaps = firings.slice(1).map(({ at }, n) => at - (firings[n]?.at ?? at));
  const end = { ...moment, running: moment.running + span, at: moment.at + span };
  return {
    firings,
    perHour: (firings.length / span) * HOUR,
    share: own + viewers === 0 ? 0 : own / (own + viewers),
    longestGap: gaps.length === 0 ? undefined : Math.max(...gaps),
    shortestGap: gaps.length === 0 ? undefined : Math.min(...gaps),
    collisions: firings.filter(({ putOff }) => putOff >= 1).length,
    silent: [...timers.values()]
      .filter(({ timer }) => !firings.some((firing) => firing.timer === timer.id))
      .map((timed) => silentBecause(timed, end)),
  };
}

function silentBecause(timed: Timed, end: Moment): Silent {
  const { stopped, dueIn, linesLeft } = timerStandingOf(timed, end);
  const { id, lines } = timed.timer;
  if (stopped !== undefined) return { timer: id, why: 'stopped', words: stopped };
  // Lines that were counted before the forecast began are counted still.
  if (linesLeft > 0)
    return {
      timer: id,
      why: 'lines',
      words: `${String(Math.floor(lines - linesLeft))} of ${String(lines)} lines`,
    };
  if (dueIn > 0) return { timer: id, why: 'time', words: 'its time is later' };
  return { timer: id, why: 'room', words: 'breathing room leaves no place for it' };
}

interface Chat {
  /** lines written in the first `t` milliseconds */
  until(t: number): number;
  /** when the nth line is written, from 1; Infinity for never */
  nth(n: number): number;
}

function chatOf(lines: Lines): Chat {
  if (typeof lines !== 'number') {
    const sorted = [...lines].sort((a, b) => a - b);
    let passed = 0;
    return {
      until: (t) => {
        while (passed > 0 && (sorted[passed - 1] ?? 0) > t) passed -= 1;
        while (passed < sorted.length && (sorted[passed] ?? 0) <= t) passed += 1;
        return passed;
      },
      nth: (n) => sorted[n - 1] ?? Infinity,
    };
  }
  const apart = lines > 0 ? MINUTE / lines : Infinity;
  return {
    // A line that falls on the moment itself has been written, whatever rounding makes of it.
    until: (t) => Math.floor(t / apart + 1e-9),
    nth: (n) => n * apart,
  };
}

function nextMinute(at: number): number {
  return (Math.floor(at / MINUTE) + 1) * MINUTE;
}

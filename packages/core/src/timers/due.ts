import type { Chance } from '../random/index.js';
import { checkWhen, type StreamState } from '../stream/index.js';
import { WINDOW_MINUTES, type BreathingRoom, type Timer } from './timer.js';

const MINUTE = 60_000;

/** Where a timer stands. Times are those of the running clock, in milliseconds. */
export interface TimerState {
  /** from when its wait counts: it last fired, or began */
  readonly since: number;
  /** lines viewers wrote since */
  readonly lines: number;
  /** true from going live until it first fires */
  readonly opening: boolean;
  /** from −1 to 1: where within its jitter this wait lies */
  readonly spread: number;
  /** silent for this stream */
  readonly held: boolean;
  /** how often it fired in this stream */
  readonly times: number;
  /** UTC milliseconds */
  readonly firedAt: number | null;
  /** lines it said when it last fired */
  readonly size: number;
}

/** Lines a timer said, and when by the running clock. */
export interface Said {
  readonly at: number;
  readonly lines: number;
}

/** A firing, to be written down: where the timer stands after it, and what all of them said lately. */
export interface TimerChange {
  readonly kind: 'timer';
  readonly id: string;
  readonly state: TimerState;
  readonly said: readonly Said[];
}

/** A timer as it is looked at. */
export interface Timed {
  readonly timer: Timer;
  readonly state: TimerState;
  /** why it cannot fire as it is: a text that cannot be read, a routine that is gone */
  readonly fault?: string | undefined;
}

/** The moment of looking. */
export interface Moment {
  /** milliseconds of the running clock */
  readonly running: number;
  /** UTC milliseconds, for hours of the day */
  readonly at: number;
  readonly stream: StreamState;
  /** IANA name */
  readonly timeZone: string;
  /** true while the bot is in the chat room */
  readonly connected: boolean;
  /** true while timers are kept quiet */
  readonly quiet?: boolean;
}

/** How a timer stands at a moment. */
export interface TimerStanding {
  /** milliseconds until its time; 0 or less when it has come */
  readonly dueIn: number;
  /** lines of viewers still wanted */
  readonly linesLeft: number;
  /** what else keeps it silent, in words; undefined for nothing */
  readonly stopped: string | undefined;
  /** both conditions are met and nothing stops it */
  readonly ready: boolean;
  /** how long it has waited in proportion to its interval; 1 is when it is due */
  readonly share: number;
}

/** A timer that begins at a moment of the running clock: made, switched on, or read for the first time. */
export function newState(running: number): TimerState {
  return {
    since: running,
    lines: 0,
    opening: false,
    spread: 0,
    held: false,
    times: 0,
    firedAt: null,
    size: 1,
  };
}

/** Going live starts every wait over, and a hold ends. */
export function wentLive(state: TimerState, running: number): TimerState {
  return { ...state, since: running, lines: 0, opening: true, held: false, times: 0 };
}

/** A line by a viewer. */
export function counted(state: TimerState, lines = 1): TimerState {
  return { ...state, lines: state.lines + lines };
}

/** It fired. @param size lines it said; what says nothing leaves the size as it was */
export function fired(state: TimerState, { running, at }: Moment, size: number, chance: Chance): TimerState {
  return {
    ...state,
    since: running,
    lines: 0,
    opening: false,
    spread: (chance.below(2_001) - 1_000) / 1_000,
    times: state.times + 1,
    firedAt: at,
    size: size === 0 ? state.size : size,
  };
}

/** What is still of account of the lines timers said. */
export function saidAfter(said: readonly Said[], running: number, lines: number): Said[] {
  const kept = said.filter(({ at }) => at > running - WINDOW_MINUTES * MINUTE);
  return lines === 0 ? kept : [...kept, { at: running, lines }];
}

/** Milliseconds from `since` until its time. */
export function waitOf({ interval, first, jitter }: Timer, { opening, spread }: TimerState): number {
  if (opening && first !== null) return first * MINUTE;
  return interval * MINUTE * (1 + (jitter / 100) * spread);
}

export function timerStandingOf({ timer, state, fault }: Timed, moment: Moment): TimerStanding {
  const waited = moment.running - state.since;
  const dueIn = waitOf(timer, state) - waited;
  const linesLeft = Math.max(0, timer.lines - state.lines);
  const stopped = stopOf(timer, state, fault, moment);
  return {
    dueIn,
    linesLeft,
    stopped,
    ready: stopped === undefined && dueIn <= 0 && linesLeft === 0,
    share: waited / (timer.interval * MINUTE),
  };
}

function stopOf(
  { enabled, when }: Timer,
  { held }: TimerState,
  fault: string | undefined,
  { stream, at, timeZone, connected, quiet = false }: Moment,
): string | undefined {
  if (!enabled) return 'off';
  if (fault !== undefined) return fault;
  if (held) return 'held for this stream';
  const limit = checkWhen(when, stream, at, timeZone).find(({ holds }) => !holds);
  if (limit !== undefined) return `${limit.rule.toLowerCase()}: ${limit.measure}`;
  if (quiet) return 'quiet is on';
  return connected ? undefined : 'not in the chat room';
}

/** Milliseconds until a timer of so many lines may speak; 0 when it may now. */
export function roomIn(
  said: readonly Said[],
  { seconds, most }: BreathingRoom,
  running: number,
  size: number,
): number {
  const window = WINDOW_MINUTES * MINUTE;
  const last = said.at(-1);
  const pause = last === undefined ? 0 : last.at + seconds * 1000 - running;
  // One that says more than all of them may waits until the others are out of the window.
  let free = most - Math.min(size, most);
  let wait = 0;
  for (const { at, lines } of [...said].reverse()) {
    if (at <= running - window) break;
    free -= lines;
    if (free < 0) {
      wait = at + window - running;
      break;
    }
  }
  return Math.max(0, pause, wait);
}

/** A timer with where it stands at a moment. */
export interface LookedAtTimers extends Timed {
  readonly standing: TimerStanding;
}

/** Those that are ready, in the order they fire. */
function readyOf(looked: readonly LookedAtTimers[]): LookedAtTimers[] {
  return looked
    .filter(({ standing }) => standing.ready)
    .sort((a, b) => b.standing.share - a.standing.share || (a.timer.id < b.timer.id ? -1 : 1));
}

/**
 * All timers, those that fire first in front.
 *
 * @returns with `roomIn`, milliseconds until breathing room lets one fire that is ready; undefined for the others
 */
export function timersInOrder(
  timers: readonly Timed[],
  said: readonly Said[],
  room: BreathingRoom,
  moment: Moment,
): (LookedAtTimers & { readonly roomIn: number | undefined })[] {
  const looked = timers.map((timed): LookedAtTimers => ({
    ...timed,
    standing: timerStandingOf(timed, moment),
  }));
  let at = moment.running;
  let told = said;
  const ready = readyOf(looked).map((each) => {
    at += roomIn(told, room, at, each.state.size);
    told = saidAfter(told, at, each.state.size);
    return { ...each, roomIn: at - moment.running };
  });
  const rest = looked
    .filter(({ standing }) => !standing.ready)
    .sort((a, b) => a.standing.dueIn - b.standing.dueIn)
    .map((each) => ({ ...each, roomIn: undefined }));
  return [...ready, ...rest];
}

export interface TimersDecision {
  /** fires now; ask again after it has */
  readonly fires: Timed | undefined;
  /** all that are ready, the one that fires too */
  readonly ready: readonly Timed[];
  /** milliseconds after which something may change by time alone; undefined for never */
  readonly lookIn: number | undefined;
}

/**
 * Who fires now, and when to look next. Of several that are ready goes the one that has
 * waited longest in proportion to its interval, as soon as breathing room lets it. Pure:
 * the server and the forecast both ask it.
 */
export function decideTimers(
  timers: readonly Timed[],
  said: readonly Said[],
  room: BreathingRoom,
  moment: Moment,
): TimersDecision {
  const looked = timers.map((timed): LookedAtTimers => ({
    ...timed,
    standing: timerStandingOf(timed, moment),
  }));
  const ready = readyOf(looked);
  const [first] = ready;
  const wait = first === undefined ? undefined : roomIn(said, room, moment.running, first.state.size);
  const times = looked
    .filter(({ standing }) => standing.stopped === undefined && standing.dueIn > 0)
    .map(({ standing }) => standing.dueIn);
  if (wait !== undefined && wait > 0) times.push(wait);
  return {
    fires: wait === 0 ? first : undefined,
    ready,
    lookIn: times.length === 0 ? undefined : Math.min(...times),
  };
}

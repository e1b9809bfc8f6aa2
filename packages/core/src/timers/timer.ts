import type { DrawOrder } from '../random/index.js';
import { ALWAYS, type When } from '../stream/index.js';

export const TIMER_DOES = ['say', 'routine', 'command'] as const;

/** What a person makes of a timer. */
export interface TimerBody {
  readonly name: string;
  readonly enabled: boolean;
  /** says one of its texts, or runs a routine or what a command does */
  readonly does: (typeof TIMER_DOES)[number];
  readonly texts: readonly string[];
  readonly order: DrawOrder;
  /** the id of the routine or command it runs; empty for one that says a text */
  readonly runs: string;
  /** whole minutes */
  readonly interval: number;
  /** lines viewers must have written since it last fired; 0 for none */
  readonly lines: number;
  readonly when: When;
  /** whole minutes after going live at which it fires first; null for its interval */
  readonly first: number | null;
  /** percent by which each wait is longer or shorter, by chance */
  readonly jitter: number;
}

export interface Timer extends TimerBody {
  readonly id: string;
}

export const INTERVAL_LIMIT = 1_440;
export const LINES_LIMIT = 1_000;
export const JITTER_LIMIT = 30;
export const TIMER_NAME_LIMIT = 60;

export const BLANK_TIMER: TimerBody = {
  name: '',
  enabled: true,
  does: 'say',
  texts: [''],
  order: 'turn',
  runs: '',
  interval: 20,
  lines: 10,
  when: { ...ALWAYS, live: 'live' },
  first: null,
  jitter: 0,
};

/** What a person wrote of a timer, without what Gully keeps beside it. */
export function timerBody(given: TimerBody): TimerBody {
  const { name, enabled, does, texts, order, runs, interval, lines, when, first, jitter } = given;
  return { name, enabled, does, texts, order, runs, interval, lines, when, first, jitter };
}

/** How often timers may speak, all of them together. */
export interface BreathingRoom {
  /** at least so many between any two timers */
  readonly seconds: number;
  /** lines of timers within ten minutes at the most */
  readonly most: number;
}
export const BREATHING: BreathingRoom = { seconds: 90, most: 5 };
/** Over these minutes the lines of timers are counted. */
export const WINDOW_MINUTES = 10;

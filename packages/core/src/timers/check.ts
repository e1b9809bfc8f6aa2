import { DRAW_ORDERS } from '../random/index.js';
import { TEXTS_LIMIT, textFault, type Faults } from '../routines/index.js';
import { whenFault } from '../stream/index.js';
import { typedDuration } from '../text/index.js';
import {
  INTERVAL_LIMIT,
  JITTER_LIMIT,
  LINES_LIMIT,
  TIMER_DOES,
  TIMER_NAME_LIMIT,
  type BreathingRoom,
  type Timer,
  type TimerBody,
} from './timer.js';

export function breathingFaults({ seconds, most }: BreathingRoom): Faults {
  return {
    ...wholeFault('seconds', seconds, 0, 3_600, 'seconds'),
    ...wholeFault('most', most, 1, 100, 'lines'),
  };
}

/** What there is for a timer to run; what is undefined is not asked. */
export interface TimerSurroundings {
  readonly routines?: ReadonlySet<string> | undefined;
  /** by id, why a timer cannot run it; undefined when it can */
  readonly commands?: ReadonlyMap<string, string | undefined> | undefined;
}

/**
 * Checks a timer before it is saved; places are the names of its fields, and `texts.0`.
 *
 * @param others all other saved timers
 */
export function checkTimer(
  body: TimerBody,
  others: readonly Pick<Timer, 'name'>[],
  about: TimerSurroundings = {},
): Faults {
  const { does, texts, interval, lines, first, jitter } = body;
  const faults: Faults = {
    ...minutesFault('interval', interval, 1),
    ...wholeFault('lines', lines, 0, LINES_LIMIT, 'lines'),
    ...(first === null ? {} : minutesFault('first', first, 0)),
    ...wholeFault('jitter', jitter, 0, JITTER_LIMIT, 'percent'),
  };
  const name = body.name.trim();
  if (name === '') faults.name = 'Give it a name';
  else if (name.length > TIMER_NAME_LIMIT)
    faults.name = `A name has at most ${String(TIMER_NAME_LIMIT)} characters`;
  else if (others.some((other) => other.name.trim().toLowerCase() === name.toLowerCase()))
    faults.name = `There is a timer called ${name} already`;
  if (!TIMER_DOES.includes(does)) faults.does = 'There is no such choice';
  if (!DRAW_ORDERS.includes(body.order)) faults.order = 'There is no such choice';
  if (does === 'say') {
    if (texts.length === 0) faults['texts.0'] = 'Write what the bot says';
    if (texts.length > TEXTS_LIMIT) faults.texts = `At most ${String(TEXTS_LIMIT)} texts to choose from`;
    for (const [at, text] of texts.entries()) {
      const fault = textFault(text);
      if (fault !== undefined) faults[`texts.${String(at)}`] = fault;
    }
  } else {
    const fault = runsFault(body, about);
    if (fault !== undefined) faults.runs = fault;
  }
  const when = whenFault(body.when);
  if (when !== undefined) faults.when = when;
  return faults;
}

/** Why what it runs cannot be run, or undefined. */
export function runsFault(
  { does, runs }: Pick<TimerBody, 'does' | 'runs'>,
  { routines, commands }: TimerSurroundings,
): string | undefined {
  if (does === 'say') return undefined;
  if (runs === '') return `Choose a ${does}`;
  const isKnown = does === 'routine' ? routines?.has(runs) : commands?.has(runs);
  if (isKnown === false) return `There is no such ${does} any more; choose another`;
  return does === 'command' ? commands?.get(runs) : undefined;
}

function minutesFault(place: string, value: number, least: number): Faults {
  if (Number.isInteger(value) && value >= least && value <= INTERVAL_LIMIT) return {};
  return { [place]: `Whole minutes, from ${String(least)} min to ${typedDuration(INTERVAL_LIMIT * 60_000)}` };
}

function wholeFault(place: string, value: number, least: number, most: number, unit: string): Faults {
  if (Number.isInteger(value) && value >= least && value <= most) return {};
  return { [place]: `Whole ${unit}, from ${String(least)} to ${most.toLocaleString('en')}` };
}

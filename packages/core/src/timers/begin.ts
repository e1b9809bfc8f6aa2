import { occasionFor } from '../area/index.js';
import type { World } from '../channel/index.js';
import type { Check } from '../chat/index.js';
import {
  begin,
  checkStart,
  prepareRoutine,
  routineOf,
  type PreparedNamed,
  type PreparedRoutine,
  type Started,
} from '../routines/index.js';
import { ALWAYS } from '../stream/index.js';
import { durationInWords } from '../text/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import type { Moment, Said, Timed } from './due.js';
import type { BreathingRoom, Timer } from './timer.js';

/** The texts of a timer as the routine they are. */
export function prepareTimer({ id, name, texts, order }: Timer): PreparedRoutine {
  return prepareRoutine(id, name, routineOf([{ kind: 'say', id: 'say', texts, order }]));
}

/** Whose doing it is, and when. */
export interface TimerStart {
  /** names this firing */
  readonly cause: string;
  /** the bot itself */
  readonly viewer: ViewerFacts;
  readonly at: number;
  /** why it fired */
  readonly checks: readonly Check[];
}

/**
 * Begins what a timer runs. Of a command this is its routine alone: nobody typed it, so it
 * is neither counted nor charged and cools nothing down.
 *
 * @returns what was begun, or the checks of which the last stopped it
 */
export function beginTimer(
  { name }: Timer,
  prepared: PreparedRoutine | PreparedNamed,
  start: TimerStart,
  world: World,
): { readonly started: Started } | { readonly refused: readonly Check[] } {
  const { cause, viewer, at } = start;
  const named = 'named' in prepared ? prepared.named : undefined;
  const off: Check[] =
    named?.enabled === false ? [{ rule: 'The routine is on', measure: 'off', outcome: 'stopped' }] : [];
  const { checks, stopped } = checkStart(prepared, named?.when ?? ALWAYS, at, world, [
    ...start.checks,
    ...off,
  ]);
  if (stopped) return { refused: checks };
  const occasion = occasionFor({ cause, by: `the timer ${name}`, title: prepared.title, viewer, at });
  return { started: begin(prepared, occasion, world, checks) };
}

/** What a timer had met when it fired. Times are milliseconds. */
export interface Fact {
  readonly waited: number;
  readonly lines: number;
  /** it was its first time after going live */
  readonly opening: boolean;
  /** since a timer spoke; undefined for not lately */
  readonly sinceTimer: number | undefined;
}

export function factOf({ state }: Timed, said: readonly Said[], { running }: Moment): Fact {
  const last = said.at(-1);
  return {
    waited: running - state.since,
    lines: state.lines,
    opening: state.opening,
    sinceTimer: last === undefined ? undefined : running - last.at,
  };
}

/** Why a timer fired: each of its conditions with what was met. */
export function firingChecks(
  { interval, lines, first }: Timer,
  fact: Fact,
  { seconds }: Pick<BreathingRoom, 'seconds'>,
): Check[] {
  const opens = fact.opening && first !== null;
  const waited = durationInWords(fact.waited);
  const met = (rule: string, measure: string): Check => ({ rule, measure, outcome: 'passed' });
  return [
    met(
      opens ? `First ${String(first)} min after going live` : `Every ${String(interval)} min`,
      fact.opening ? `live for ${waited}` : `waited ${waited}`,
    ),
    ...(lines === 0 ? [] : [met(`After ${String(lines)} lines`, `${String(fact.lines)} lines`)]),
    met(
      `Breathing room of ${String(seconds)} s`,
      fact.sinceTimer === undefined
        ? 'no timer spoke lately'
        : `${durationInWords(fact.sinceTimer)} since a timer`,
    ),
  ];
}

import type { Failure } from '../area/index.js';
import type { Change, Occasion, RunEffect, World } from '../channel/index.js';
import type { Check } from '../chat/index.js';
import { Execution } from './execution.js';
import type { PreparedRoutine } from './prepare.js';
import type { Paid, RunEnd, RunState } from './run-state.js';
import { TURNS_LIMIT } from './step.js';

/** What a run came to, up to where it waits or ends. Exactly one of `run` and `ended` is given. */
export interface Segment {
  readonly changes: readonly Change[];
  readonly effects: readonly RunEffect[];
  readonly checks: readonly Check[];
  /** it continues later */
  readonly run: RunState | undefined;
  readonly ended: RunEnd | undefined;
  /** what first could not be done; undefined where all of it could */
  readonly failure: Failure | undefined;
}

/** What came of something asked of the outside: undefined when it worked, else why not. */
export interface Answer {
  readonly failed: string | undefined;
}

/** Why a start must not be, while the routine runs already; undefined when it may. */
export function refusalOfStart(
  { id, routine }: PreparedRoutine,
  world: World,
): { readonly check: Check; readonly brief: string } | undefined {
  const { running, inTurn } = world.runs.of(id);
  if (running === 0 || routine.whileRunning === 'beside') return undefined;
  const outcome = 'stopped';
  if (routine.whileRunning === 'skip')
    return {
      check: { rule: 'Not while it runs', measure: 'it runs', outcome, reason: 'running' },
      brief: 'runs already',
    };
  if (inTurn < TURNS_LIMIT) return undefined;
  const rule = `At most ${String(TURNS_LIMIT)} wait their turn`;
  return {
    check: { rule, measure: `${String(inTurn)} wait`, outcome, reason: 'running' },
    brief: 'too many wait their turn',
  };
}

/** Names a run: the same message or event starts a routine once. */
export function runId(cause: string, owner: string): string {
  return `${cause}:${owner}`;
}

/**
 * Begins a routine and takes it to where it first waits, or to its end; every run ends,
 * since its steps, its waits and the routines within it are bounded. Changes nothing.
 * Ask `refusalOfStart` first.
 *
 * @param before what was checked until here; the run’s why begins with it, over waits too
 * @param paid what was paid for it
 */
export function startRun(
  prepared: PreparedRoutine,
  occasion: Occasion,
  world: World,
  { before = [], paid }: { readonly before?: readonly Check[]; readonly paid?: Paid | undefined } = {},
): Segment {
  const begun: RunState = {
    id: runId(occasion.cause, prepared.id),
    owner: prepared.id,
    title: prepared.title,
    occasion,
    frames: [{ routine: prepared, place: 'steps', next: 0 }],
    memory: {},
    steps: 0,
    messages: 0,
    waitedMs: 0,
    awaiting: { for: 'turn' },
    checks: before,
    paid:
      paid === undefined ? undefined : { key: paid.key, cause: paid.cause, entries: paid.entries, earns: 0 },
    carriedOut: false,
  };
  if (prepared.routine.whileRunning === 'turn' && world.runs.of(prepared.id).running > 0) {
    const { inTurn } = world.runs.of(prepared.id);
    const check: Check = {
      rule: 'In turn, as it runs already',
      measure: `${String(inTurn)} before it`,
      outcome: 'noted',
    };
    const run = { ...begun, checks: [...before, check] };
    const changes = [{ kind: 'run', run } as const];
    return { changes, effects: [], checks: run.checks, run, ended: undefined, failure: undefined };
  }
  return segmentOf(new Execution(begun, world, occasion.at), undefined);
}

/**
 * Goes on with a run that waited.
 *
 * @param at now, UTC milliseconds
 * @param answer what came of what it asked; of no account for one that waited for a time or its turn
 */
export function resumeRun(run: RunState, world: World, at: number, answer: Answer): Segment {
  const execution = new Execution(run, world, at);
  const { awaiting } = run;
  if (awaiting.for === 'answer') {
    if (awaiting.asked.kind === 'sound') execution.wasShown(answer.failed);
    if (answer.failed === undefined) execution.carriedOut = true;
    else execution.fail(awaiting.step, { failed: answer.failed, stop: awaiting.stop });
  }
  return segmentOf(execution, run);
}

function segmentOf(execution: Execution, before: RunState | undefined): Segment {
  execution.proceed();
  execution.settle();
  const { changes, effects, checks, ended, failure } = execution;
  const run = execution.state();
  if (run !== undefined) changes.push({ kind: 'run', run });
  else if (before !== undefined) changes.push({ kind: 'run-ended', id: before.id, owner: before.owner });
  return { changes, effects, checks, run, ended, failure };
}

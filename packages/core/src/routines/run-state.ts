import type { RunEnd } from '../area/index.js';
import type { AskEffect, Occasion } from '../channel/index.js';
import type { Check } from '../chat/index.js';
import type { Paid } from '../currency/index.js';
import type { PreparedRoutine } from './prepare.js';
import type { Routine } from './step.js';

/** Where a run stands in one list of steps. */
export interface Frame {
  readonly routine: PreparedRoutine;
  /** of the list within its routine, such as `steps.3.then`; `steps` for the whole */
  readonly place: string;
  /** the step that comes next */
  readonly next: number;
}

/** What a run waits for. */
export type Awaiting =
  | { readonly for: 'time'; readonly until: number }
  /** what was asked of the outside; `stop` when the run ends if it fails */
  | { readonly for: 'answer'; readonly asked: AskEffect; readonly step: string; readonly stop: boolean }
  /** the end of another run of the same routine */
  | { readonly for: 'turn' };

/** A run that continues later. */
export interface RunState {
  readonly id: string;
  /** the routine's id */
  readonly owner: string;
  readonly title: string;
  readonly occasion: Occasion;
  /** the innermost last */
  readonly frames: readonly Frame[];
  /** what is remembered for this run alone */
  readonly memory: Readonly<Record<string, string>>;
  readonly steps: number;
  readonly messages: number;
  readonly waitedMs: number;
  readonly awaiting: Awaiting;
  readonly checks: readonly Check[];
  /** what was paid for it; given back when it ends with nothing carried out */
  readonly paid?: Paid | undefined;
  /** something of it was carried out; left out in runs of before this was kept */
  readonly carriedOut?: boolean;
  /** why what it was to show was not shown; null once something was put on a stage or heard */
  readonly notShown?: string | null;
}

/** A run as it is written down: without what can be made again from it. */
export interface SavedRun extends Omit<RunState, 'frames'> {
  readonly frames: readonly { readonly routine: number; readonly place: string; readonly next: number }[];
  /** what it began with, since the routines may change while it waits */
  readonly routines: readonly { readonly id: string; readonly title: string; readonly routine: Routine }[];
}

export function saveRun(run: RunState): SavedRun {
  const routines = [...new Set(run.frames.map(({ routine }) => routine))];
  return {
    ...run,
    frames: run.frames.map(({ routine, place, next }) => ({
      routine: routines.indexOf(routine),
      place,
      next,
    })),
    routines: routines.map(({ id, title, routine }) => ({ id, title, routine })),
  };
}

/**
 * @param prepare makes a routine ready; it may hand out one it made before
 * @returns undefined when what was written down does not fit together
 */
export function restoreRun(
  { routines, frames, ...saved }: SavedRun,
  prepare: (id: string, title: string, routine: Routine) => PreparedRoutine,
): RunState | undefined {
  const prepared = routines.map(({ id, title, routine }) => prepare(id, title, routine));
  const restored: Frame[] = [];
  for (const { routine: number, place, next } of frames) {
    const routine = prepared[number];
    if (routine === undefined) return undefined;
    restored.push({ routine, place, next });
  }
  return { ...saved, frames: restored };
}

export type { Paid, RunEnd };

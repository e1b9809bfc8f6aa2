import type { Span } from '../area/index.js';
import type { Chance, DrawState } from '../random/index.js';
import type { EventKind } from '../channel/index.js';
import type { PreparedNamed } from './named.js';
import type { PreparedRoutine } from './prepare.js';
import type { RunState } from './run-state.js';
import type { OwnStep } from './step.js';

export interface CounterState {
  readonly value: number;
  /** the highest it has been */
  readonly most: number;
}

/** For whom, or how long, something is remembered outside a run. */
export const KEPT_SPANS = ['viewer', 'stream', 'good'] as const satisfies readonly Span[];
export type KeptSpan = (typeof KEPT_SPANS)[number];

export interface CountersView {
  /** undefined for a counter that was never changed */
  of(name: string): CounterState | undefined;
  names(): readonly string[];
}

export interface DrawsView {
  /** what is remembered of a step's draws */
  of(owner: string, step: string): DrawState | undefined;
}

export interface MemoryView {
  /** @param viewer the viewer's id; ignored for what is not remembered by viewer */
  recall(span: KeptSpan, viewer: string, name: string): string | undefined;
  names(): readonly string[];
}

export interface RoutinesView {
  /** a routine that another may run, by id */
  find(id: string): PreparedRoutine | undefined;
  /** those that wait for an event of a kind, in the order of their names */
  forEvent(kind: EventKind): readonly PreparedNamed[];
}

export interface RunsView {
  /** how many runs of a routine are under way, and how many starts wait behind them */
  of(owner: string): { readonly running: number; readonly inTurn: number };
}

/** A counter's new value, to be written down. */
export interface CounterChange {
  readonly kind: 'counter';
  readonly counter: string;
  readonly value: number;
  readonly at: number;
}

/** A draw among a step's texts, to be remembered. */
export interface DrawChange {
  readonly kind: 'draw';
  readonly owner: string;
  readonly step: string;
  readonly state: DrawState;
}

/** Something remembered, or with null forgotten. */
export interface RememberedChange {
  readonly kind: 'remembered';
  readonly span: KeptSpan;
  /** the viewer's id; empty for what is not remembered by viewer */
  readonly viewer: string;
  readonly name: string;
  readonly text: string | null;
  /** the id of the viewer who had it remembered */
  readonly by: string;
  readonly at: number;
}

/** A run that continues later is kept; one that ended is let go. */
export type RunChange =
  | { readonly kind: 'run'; readonly run: RunState }
  | { readonly kind: 'run-ended'; readonly id: string; readonly owner: string };

export interface RoutinesTypes {
  readonly view: {
    readonly counters: CountersView;
    readonly draws: DrawsView;
    readonly memory: MemoryView;
    readonly routines: RoutinesView;
    readonly runs: RunsView;
  };
  readonly looksAt: { readonly chance: Chance; readonly channelName: string; readonly timeZone: string };
  readonly change: CounterChange | DrawChange | RememberedChange | RunChange;
  readonly step: OwnStep;
}

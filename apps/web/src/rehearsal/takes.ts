import { ulid } from 'ulid';
import type { Forced, Rehearsed } from '../api/index.js';
import type { Persona } from '../script/index.js';
import { createStore } from '../ui/index.js';

/** One line played in the rehearsal and what would have come of it. */
export interface Take {
  readonly id: string;
  readonly persona: Persona;
  readonly text: string;
  /** seconds the rehearsal's clock was ahead */
  readonly ahead: number;
  readonly result: Rehearsed;
}

/** What is different from the channel as it is. */
export interface Circumstances {
  /** undefined for as it is */
  readonly live: boolean | undefined;
  readonly category: string | undefined;
  /** undefined for left to chance */
  readonly forced: Forced | undefined;
}

const AS_IT_IS: Circumstances = { live: undefined, category: undefined, forced: undefined };

/** Lines a rehearsal keeps in view. */
const KEPT = 100;

// Outside of React, so that going to the live side and back forgets nothing.
export const takes = createStore<readonly Take[]>([]);
/** Seconds the rehearsal's clock is ahead of the real one. */
export const ahead = createStore(0);
export const circumstances = createStore<Circumstances>(AS_IT_IS);
let session = ulid();

export function sessionId(): string {
  return session;
}

export function addTake(take: Take): void {
  takes.set([...takes.get(), take].slice(-KEPT));
}

/** Begins a new rehearsal. */
export function clearTakes(): void {
  session = ulid();
  takes.set([]);
  ahead.set(0);
  circumstances.set(AS_IT_IS);
}

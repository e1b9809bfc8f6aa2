import { ulid } from 'ulid';
import type { Rehearsed } from '../api/index.js';
import type { usePersona } from '../commands/index.js';

/** One line played in the rehearsal and what would have come of it. */
export interface Take {
  readonly id: string;
  readonly persona: ReturnType<typeof usePersona>[0];
  readonly text: string;
  readonly result: Rehearsed;
}

/** Lines a rehearsal keeps in view. */
const KEPT = 100;

// Outside of React, so that going to the live side and back forgets nothing.
let session = ulid();
let takes: readonly Take[] = [];
const listeners = new Set<() => void>();

export function sessionId(): string {
  return session;
}

export function currentTakes(): readonly Take[] {
  return takes;
}

export function subscribeTakes(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function addTake(take: Take): void {
  takes = [...takes, take].slice(-KEPT);
  tell();
}

/** Begins a new rehearsal. */
export function clearTakes(): void {
  session = ulid();
  takes = [];
  tell();
}

function tell(): void {
  for (const listener of listeners) listener();
}

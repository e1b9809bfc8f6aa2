import { useSyncExternalStore } from 'react';
import { answerOf, api, type ChatLine } from '../api/index.js';

/** Lines a page keeps; older ones are asked for when someone scrolls up to them. */
const KEPT = 2_000;
const PAGE = 200;

export interface LinesState {
  readonly lines: readonly ChatLine[];
  readonly status: 'loading' | 'ready' | 'failed';
  /** true when there is nothing older */
  readonly complete: boolean;
}

let state: LinesState = { lines: [], status: 'loading', complete: false };
const listeners = new Set<() => void>();
let arrived: ChatLine[] = [];
let frame = 0;

function set(next: Partial<LinesState>): void {
  state = { ...state, ...next };
  for (const listener of listeners) listener();
}

/** Lines by id once each, in order. What is older than the newest KEPT is let go. */
function merge(older: readonly ChatLine[], newer: readonly ChatLine[], keep = KEPT): ChatLine[] {
  const byId = new Map([...older, ...newer].map((line) => [line.id, line]));
  return [...byId.values()].sort((a, b) => (a.id < b.id ? -1 : 1)).slice(-keep);
}

/** Takes in a line that was just said; many in one frame are shown together. */
export function addLine(line: ChatLine): void {
  arrived.push(line);
  if (frame !== 0) return;
  frame = window.setTimeout(() => {
    frame = 0;
    const lines = arrived;
    arrived = [];
    set({ lines: merge(state.lines, lines) });
  }, 50);
}

export async function loadLines(): Promise<void> {
  try {
    const lines = await answerOf(api.GET('/api/chat/lines', { params: { query: { limit: PAGE } } }));
    // What is known stays, unless so much was missed that a hole would be left between it and the newest.
    const oldest = lines[0]?.id ?? '';
    const joins = state.lines.some(({ id }) => id >= oldest);
    const known = joins ? state.lines : [];
    set({
      lines: merge(known, [...lines, ...arrived]),
      status: 'ready',
      complete: (joins && state.complete) || lines.length < PAGE,
    });
  } catch {
    set({ status: 'failed' });
  }
}

/** Puts older lines in front; how many. */
export async function loadOlder(): Promise<number> {
  const [oldest] = state.lines;
  if (oldest === undefined || state.complete) return 0;
  const older = await answerOf(
    api.GET('/api/chat/lines', { params: { query: { before: oldest.id, limit: PAGE } } }),
  );
  set({ lines: merge(older, state.lines, Infinity), complete: older.length < PAGE });
  return older.length;
}

export function useLines(): LinesState {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => state,
  );
}

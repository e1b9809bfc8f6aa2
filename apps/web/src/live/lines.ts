import { answerOf, api, type ChatLine } from '../api/index.js';
import { createStore } from '../ui/index.js';
import { PAGE, withNewest, withOlder, withPage, type LineWindow } from './line-window.js';

export interface LinesState extends LineWindow {
  readonly status: 'loading' | 'ready' | 'failed';
  readonly error?: unknown;
}

/** Milliseconds in which lines that arrive are gathered and shown together. */
const TOGETHER_MS = 50;

const state = createStore<LinesState>({ lines: [], complete: false, status: 'loading' });
let arrived: ChatLine[] = [];
let timer: number | undefined;

/** Takes in a line that was just said. */
export function addLine(line: ChatLine): void {
  arrived.push(line);
  timer ??= window.setTimeout(showArrived, TOGETHER_MS);
}

function showArrived(): void {
  timer = undefined;
  state.set({ ...state.get(), ...withNewest(state.get(), arrived) });
  arrived = [];
}

export async function loadLines(): Promise<void> {
  try {
    const page = await answerOf(api.GET('/api/chat/lines', { params: { query: { limit: PAGE } } }));
    state.set({ ...withPage(state.get(), page), status: 'ready' });
  } catch (error) {
    state.set({ ...state.get(), status: 'failed', error });
  }
}

/** Puts older lines in front; how many. */
export async function loadOlder(): Promise<number> {
  const { lines, complete } = state.get();
  const [oldest] = lines;
  if (oldest === undefined || complete) return 0;
  const query = { before: oldest.id, limit: PAGE };
  const older = await answerOf(api.GET('/api/chat/lines', { params: { query } }));
  state.set({ ...state.get(), ...withOlder(state.get(), older) });
  return older.length;
}

/** Shows lines as taken out of chat. */
export function markRemoved(ids: readonly string[]): void {
  const gone = new Set(ids);
  const { lines } = state.get();
  state.set({
    ...state.get(),
    lines: lines.map((line) => (gone.has(line.id) ? { ...line, removed: true } : line)),
  });
}

export function useLines(): LinesState {
  return state.use();
}

import { answerOf, api, type ChatLine } from '../api/index.js';
import { createStore } from '../ui/index.js';
import { gathered } from './gathered.js';
import { PAGE, withNewest, withOlder, withPage, type LineWindow } from './line-window.js';

export interface LinesState extends LineWindow {
  readonly status: 'loading' | 'ready' | 'failed';
  readonly error?: unknown;
}

/** Milliseconds between two showings while many lines arrive: ten times a second is more than anybody reads. */
const TOGETHER_MS = 100;

const state = createStore<LinesState>({ lines: [], complete: false, status: 'loading' });

/** What came of chat: a line, or word that some were taken out; in its order, for that may follow at once. */
type Arrived = { readonly line: ChatLine } | { readonly removed: readonly string[] };

const arrive = gathered<Arrived>(TOGETHER_MS, (arrived) => {
  const lines = arrived.flatMap((each) => ('line' in each ? [each.line] : []));
  const removed = new Set(arrived.flatMap((each) => ('removed' in each ? each.removed : [])));
  const now = { ...state.get(), ...withNewest(state.get(), lines) };
  state.set(
    removed.size === 0
      ? now
      : {
          ...now,
          lines: now.lines.map((line) => (removed.has(line.id) ? { ...line, removed: true } : line)),
        },
  );
});

/** Takes in a line that was just said. */
export function addLine(line: ChatLine): void {
  arrive({ line });
}

/** Shows lines as taken out of chat. */
export function markRemoved(ids: readonly string[]): void {
  arrive({ removed: ids });
}

/** The lines known now, for what need not follow each of them. */
export function knownLines(): readonly ChatLine[] {
  return state.get().lines;
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

export function useLines(): LinesState {
  return state.use();
}

import type { ChatLine } from '../api/index.js';

/** Lines asked for at once. */
export const PAGE = 200;
/** Lines a page keeps while following chat; older ones are let go and asked for again when needed. */
export const KEPT = 2_000;

/** The stretch of chat a page knows, without holes, oldest first. */
export interface LineWindow {
  readonly lines: readonly ChatLine[];
  /** true when there is nothing older than the first */
  readonly complete: boolean;
}

/** Takes in lines that were just said. */
export function withNewest(window: LineWindow, newest: readonly ChatLine[]): LineWindow {
  const last = window.lines.at(-1)?.id ?? '';
  // Most of the time they just follow what is known.
  const follow = newest.every(({ id }, n) => id > (newest[n - 1]?.id ?? last));
  const all = [...window.lines, ...newest];
  const lines = follow ? all : inOrder(all);
  return { lines: lines.slice(-KEPT), complete: window.complete && lines.length <= KEPT };
}

/**
 * Takes in the newest page. What is known stays, unless so much was missed that a hole
 * would be left between it and the page.
 */
export function withPage(window: LineWindow, page: readonly ChatLine[]): LineWindow {
  const oldest = page[0]?.id;
  const joins = oldest !== undefined && window.lines.some(({ id }) => id >= oldest);
  if (joins) return withNewest(window, page);
  return { lines: page, complete: page.length < PAGE };
}

/** Puts a page of older lines in front. */
export function withOlder(window: LineWindow, older: readonly ChatLine[]): LineWindow {
  return { lines: inOrder([...older, ...window.lines]), complete: older.length < PAGE };
}

function inOrder(lines: readonly ChatLine[]): ChatLine[] {
  const byId = new Map(lines.map((line) => [line.id, line]));
  return [...byId.values()].sort((a, b) => (a.id < b.id ? -1 : 1));
}

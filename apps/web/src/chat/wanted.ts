import type { LineSort } from '../api/index.js';
import { createStore } from '../ui/index.js';

/** Which lines the dock shows; all of them as they come while nothing is asked for. */
export interface Wanted {
  readonly search: string;
  readonly of: LineSort;
  /** only one viewer's */
  readonly viewer: { readonly id: string; readonly name: string } | undefined;
}

export const EVERY_LINE: Wanted = { search: '', of: 'all', viewer: undefined };
export const wanted = createStore<Wanted>(EVERY_LINE);

/** Whether nothing is asked for, so that chat is shown as it comes. */
export function isEveryLine({ search, of, viewer }: Wanted): boolean {
  return search.trim() === '' && of === 'all' && viewer === undefined;
}

/** Shows only what one viewer wrote. */
export function wantLinesOf({ id, name }: { readonly id: string; readonly name: string }): void {
  wanted.set({ ...EVERY_LINE, viewer: { id, name } });
}

import { createStore } from './store.js';

/** The last thing someone did here that can be undone. */
export interface LastDone {
  readonly title: string;
  /** UTC milliseconds */
  readonly at: number;
  readonly undo: () => void;
}

export const lastDone = createStore<LastDone | undefined>(undefined);

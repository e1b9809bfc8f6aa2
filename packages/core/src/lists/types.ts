import type { Chance } from '../random/index.js';
import type { ListsView } from './drawn.js';
import type { DrawnChange } from './list.js';
import type { AddLineStep, DrawStep, FindLineStep, TakeLineStep } from './steps.js';

/** Of the rewards, what says whose lines a list's are. */
interface Sellers {
  all(): readonly {
    readonly terms: { readonly name: string; readonly gives: string; readonly list: string };
  }[];
}

/** Adds a line to a list, or takes one out. */
export interface LineAsk {
  readonly kind: 'line';
  readonly does: 'add' | 'take';
  /** the list's id, and its name */
  readonly list: string;
  readonly of: string;
  /** where the line stands, or would, counted from 0 */
  readonly place: number;
  readonly text: string;
}

export interface ListsTypes {
  readonly view: { readonly lists: ListsView };
  readonly looksAt: { readonly chance: Chance; readonly rewards: Sellers };
  readonly change: DrawnChange;
  readonly step: DrawStep | FindLineStep | AddLineStep | TakeLineStep;
  readonly ask: LineAsk;
}

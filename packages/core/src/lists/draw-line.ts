import type { Chance, DrawOrder } from '../random/index.js';
import type { DrawnChange, ListView } from './list.js';

export interface DrawnLine {
  readonly text: string;
  readonly place: number;
  /** undefined where nothing needs remembering */
  readonly change: DrawnChange | undefined;
}

/**
 * Draws a line, in constant time however long the list is. A bag gives each line once a
 * round; the first of a round is never the last of the one before.
 *
 * @returns undefined when the list is empty
 */
export function drawLine(list: ListView, order: DrawOrder, chance: Chance): DrawnLine | undefined {
  if (list.size === 0) return undefined;
  const place = placeOf(list, order, chance);
  const change = order === 'random' ? undefined : ({ kind: 'drawn', list: list.id, place, order } as const);
  return { text: list.line(place) ?? '', place, change };
}

function placeOf(list: ListView, order: DrawOrder, chance: Chance): number {
  const { size, left, last } = list;
  if (order === 'random') return chance.below(size);
  if (order === 'turn') return (last + 1) % size;
  const start = chance.below(left);
  const place = list.leftAt(start);
  const isRepeat = left === size && place === last && size > 1;
  return isRepeat ? list.leftAt((start + 1) % left) : place;
}

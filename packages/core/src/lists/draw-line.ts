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
 * @param taken lines drawn from it in this same decision, which the list does not know of yet
 * @returns undefined when the list is empty
 */
export function drawLine(
  list: ListView,
  order: DrawOrder,
  chance: Chance,
  taken: readonly number[] = [],
): DrawnLine | undefined {
  if (list.size === 0) return undefined;
  const place = placeOf(list, order, chance, taken);
  const change = order === 'random' ? undefined : ({ kind: 'drawn', list: list.id, place, order } as const);
  return { text: list.line(place) ?? '', place, change };
}

function placeOf(list: ListView, order: DrawOrder, chance: Chance, taken: readonly number[]): number {
  if (order === 'random') return chance.below(list.size);
  const last = taken.at(-1) ?? list.last;
  if (order === 'turn') return (last + 1) % list.size;
  const open = list.left - taken.length;
  // The round ends with this decision: what is drawn beyond it belongs to the next.
  if (open <= 0) return otherThan(last, list.size, chance.below(list.size));
  const start = chance.below(list.left);
  for (let step = 0; step <= taken.length; step += 1) {
    const place = list.leftAt((start + step) % list.left);
    const isRepeat = list.left === list.size && place === last && list.size > 1;
    if (!taken.includes(place) && !isRepeat) return place;
  }
  return list.leftAt((start + taken.length + 1) % list.left);
}

function otherThan(last: number, size: number, place: number): number {
  return place === last ? (place + 1) % size : place;
}

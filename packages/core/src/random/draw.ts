import type { Chance } from './chance.js';

export const DRAW_ORDERS = ['random', 'turn', 'bag'] as const;
/** random: any of them; turn: one after the other; bag: each once, shuffled, before any again. */
export type DrawOrder = (typeof DRAW_ORDERS)[number];

/** What must be remembered between two draws. */
export interface DrawState {
  readonly order: DrawOrder;
  /** how many there were to draw from */
  readonly count: number;
  /** places still to come in this round; the next one is the last */
  readonly left: readonly number[];
  /** the place drawn last */
  readonly last: number;
}

export interface Draw {
  /** from 0 */
  readonly place: number;
  /** undefined when nothing needs remembering */
  readonly state: DrawState | undefined;
}

/**
 * Draws one of `count` places. When places were added since the last draw they join the
 * round that runs; those taken away leave it. A new round of a bag never begins with the
 * place that ended the one before. A shuffle is that of Fisher and Yates (Durstenfeld, 1964).
 *
 * @param count places to draw from
 * @throws RangeError if `count` is under 1
 */
export function draw(order: DrawOrder, count: number, before: DrawState | undefined, chance: Chance): Draw {
  if (count < 1) throw new RangeError('there is nothing to draw from');
  if (order === 'random' || count === 1)
    return { place: count === 1 ? 0 : chance.below(count), state: undefined };
  const left = before?.order === order ? placesLeft(before, count, chance) : [];
  if (left.length === 0) left.push(...newRound(order, count, before?.last, chance));
  const place = left.pop() ?? 0;
  return { place, state: { order, count, left, last: place } };
}

function placesLeft(before: DrawState, count: number, chance: Chance): number[] {
  const left = before.left.filter((place) => place < count);
  for (let added = before.count; added < count; added += 1)
    if (before.order === 'turn') left.unshift(added);
    else left.splice(chance.below(left.length + 1), 0, added);
  return left;
}

function newRound(order: DrawOrder, count: number, last: number | undefined, chance: Chance): number[] {
  const round = Array.from({ length: count }, (_, place) => count - 1 - place);
  if (order === 'turn') return round;
  for (let end = count - 1; end > 0; end -= 1) swap(round, end, chance.below(end + 1));
  if (round.at(-1) === last) swap(round, count - 1, chance.below(count - 1));
  return round;
}

function swap(places: number[], a: number, b: number): void {
  const [one, other] = [places[a], places[b]];
  if (one === undefined || other === undefined) return;
  places[a] = other;
  places[b] = one;
}

import type { LiveArea } from '../area/index.js';
import { DRAWN } from './drawn.js';
import { listWord } from './list.js';
import type { ListsTypes } from './types.js';

export const LISTS_LIVE: LiveArea<ListsTypes> = {
  empty: { lists: { all: () => [], find: () => undefined } },
  slices: { drawn: DRAWN },
  fill: {
    list: ({ world }) =>
      Object.fromEntries(
        world.lists.all().map(({ name, size, left }) => [listWord(name), { lines: size, left }]),
      ),
  },
  named: ({ lists }) =>
    lists.all().flatMap(({ name }) => ['lines', 'left'].map((value) => `list.${listWord(name)}.${value}`)),
  asks: {
    line: ({ does, of, place, text }) =>
      does === 'add' ? `adds to ${of}: ${text}` : `takes line ${String(place + 1)} out of ${of}: ${text}`,
  },
};

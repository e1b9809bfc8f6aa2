import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  arrangementNamed,
  BOARD_COLUMNS,
  boardFault,
  placedPanels,
  proposedPlaces,
  type PanelPlace,
} from './index.js';

const at = (panel: string, x = 0, y = 0, w = 4, h = 3): PanelPlace => ({ panel, x, y, w, h });
const names = fc.uniqueArray(fc.constantFrom('timers', 'activity', 'running', 'connection', 'uses', 'queue'));
const places = names.map((all) => all.map((panel, n) => at(panel, n % 8, n * 2)));

test('each panel there is is shown once unless it is left out, and nothing else is', () => {
  fc.assert(
    fc.property(places, places, names, (kept, proposed, leftOut) => {
      const hidden = leftOut.filter((panel) => kept.every((each) => each.panel !== panel));
      const placed = placedPanels({ name: 'Evening', places: kept, hidden }, proposed);
      const wanted = proposed
        .map(({ panel }) => panel)
        .filter((panel) => !(hidden as string[]).includes(panel));
      expect(placed.map(({ panel }) => panel).sort()).toEqual(wanted.sort());
      for (const place of kept)
        if (placed.some(({ panel }) => panel === place.panel)) expect(placed).toContainEqual(place);
      // What came later covers nothing.
      const added = placed.filter(({ panel }) => kept.every((each) => each.panel !== panel));
      const bottom = Math.max(0, ...placed.filter((each) => !added.includes(each)).map(({ y, h }) => y + h));
      expect(added.every(({ y }) => y >= bottom)).toBe(true);
      expect(
        boardFault({ current: '', arrangements: [{ name: 'Evening', places: placed, hidden }] }),
      ).toBeUndefined();
    }),
  );
});

test('an arrangement is found however its name is written; without any, panels stand as proposed', () => {
  const board = { current: 'evening', arrangements: [{ name: 'Evening', places: [], hidden: [] }] };
  expect(boardFault(board)).toBeUndefined();
  expect(arrangementNamed(board, 'EVENING')?.name).toBe('Evening');
  expect(placedPanels(undefined, [at('timers')])).toEqual([at('timers')]);
});

test.each([
  ['off the board', { places: [at('timers', BOARD_COLUMNS - 3)] }, /not on the board/u],
  ['between columns', { places: [at('timers', 0.5)] }, /not on the board/u],
  ['of no height', { places: [at('timers', 0, 0, 4, 0)] }, /not on the board/u],
  ['twice', { places: [at('timers')], hidden: ['timers'] }, /twice/u],
  ['without a name', { name: ' ' }, /1 to 40/u],
])('a board with a panel %s is refused', (_, wrong, words) => {
  const arrangement = { name: 'Evening', places: [], hidden: [], ...wrong };
  expect(boardFault({ current: '', arrangements: [arrangement] })).toMatch(words);
});

test('two arrangements of one name, or one in use that is not there, are refused', () => {
  const arrangement = { name: 'Evening', places: [], hidden: [] };
  expect(
    boardFault({ current: '', arrangements: [arrangement, { ...arrangement, name: 'evening ' }] }),
  ).toMatch(/two/u);
  expect(boardFault({ current: 'Morning', arrangements: [arrangement] })).toMatch(/no arrangement/u);
});

test('panels no one has arranged stand by rank, fill the columns from above, and never lie over one another', () => {
  const size = fc.record({
    w: fc.integer({ min: 1, max: BOARD_COLUMNS }),
    h: fc.integer({ min: 1, max: 9 }),
    rank: fc.nat(9),
  });
  fc.assert(
    fc.property(fc.array(size, { maxLength: 15 }), (sizes) => {
      const places = proposedPlaces(sizes.map((each, n) => ({ ...each, panel: String(n) })));
      expect(new Set(places.map(({ panel }) => panel)).size).toBe(sizes.length);
      const cells = places.flatMap(({ x, y, w, h }) =>
        Array.from({ length: w * h }, (_, n) => `${String(x + (n % w))} ${String(y + Math.floor(n / w))}`),
      );
      expect(new Set(cells).size).toBe(cells.length);
      expect(places.every(({ x, w }) => x + w <= BOARD_COLUMNS)).toBe(true);
      // Each rests on the upper edge or on another.
      for (const { x, y, w } of places)
        expect(
          y === 0 ||
            Array.from({ length: w }, (_, n) => cells.includes(`${String(x + n)} ${String(y - 1)}`)).some(
              Boolean,
            ),
        ).toBe(true);
      const ranks = places.map(({ panel }) => sizes[Number(panel)]?.rank ?? 0);
      expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
    }),
  );
});

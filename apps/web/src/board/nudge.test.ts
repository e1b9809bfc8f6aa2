import { describe, expect, test } from '@jest/globals';
import { BOARD_COLUMNS, boardFault, type PanelPlace } from '@gully/core/board';
import fc from 'fast-check';
import { moved, resized, type Nudge } from './nudge.js';

const NUDGES: readonly Nudge[] = ['left', 'right', 'up', 'down'];
const panels = ['timers', 'activity', 'running', 'connection', 'uses'];

/** Panels anywhere, without covering each other, closed up as the board has them. */
const boards = fc
  .tuple(
    ...panels.map((panel) =>
      fc.record({
        panel: fc.constant(panel),
        x: fc.nat(8),
        w: fc.integer({ min: 1, max: 4 }),
        h: fc.integer({ min: 1, max: 9 }),
      }),
    ),
  )
  .map((all) => {
    let bottom = 0;
    const placed = all.map((each): PanelPlace => {
      const y = bottom;
      bottom += each.h;
      return { ...each, y };
    });
    // Sizing by nothing closes the gaps.
    return resized(resized(placed, 'timers', 'right'), 'timers', 'left');
  });

function covers(a: PanelPlace, b: PanelPlace): boolean {
  return a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;
}

function isWhole(places: readonly PanelPlace[]): void {
  expect(places.map(({ panel }) => panel).sort()).toEqual([...panels].sort());
  for (const [n, a] of places.entries())
    for (const b of places.slice(n + 1))
      expect([a.panel, b.panel, covers(a, b)]).toEqual([a.panel, b.panel, false]);
  expect(boardFault({ current: '', arrangements: [{ name: 'x', places, hidden: [] }] })).toBeUndefined();
}

describe('panels moved by the arrow keys', () => {
  test('stay on the board, cover none, and keep their size', () => {
    fc.assert(
      fc.property(
        boards,
        fc.constantFrom(...panels),
        fc.array(fc.constantFrom(...NUDGES), { maxLength: 8 }),
        (places, panel, way) => {
          const after = way.reduce((now, to) => moved(now, panel, to), places);
          isWhole(after);
          const size = (all: readonly PanelPlace[]) =>
            all.map((each) => `${each.panel} ${String(each.w)} ${String(each.h)}`).sort();
          expect(size(after)).toEqual(size(places));
        },
      ),
    );
  });

  test('grow and shrink by one, and no further than the board', () => {
    fc.assert(
      fc.property(boards, fc.constantFrom(...panels), fc.constantFrom(...NUDGES), (places, panel, to) => {
        const after = resized(places, panel, to);
        isWhole(after);
        const before = places.find((each) => each.panel === panel)!;
        const now = after.find((each) => each.panel === panel)!;
        expect(Math.abs(now.w - before.w) + Math.abs(now.h - before.h)).toBeLessThanOrEqual(1);
        expect(now.x + now.w).toBeLessThanOrEqual(BOARD_COLUMNS);
      }),
    );
  });

  test('pass their neighbour, up and down', () => {
    const places: PanelPlace[] = [
      { panel: 'timers', x: 0, y: 0, w: 4, h: 6 },
      { panel: 'running', x: 0, y: 6, w: 4, h: 5 },
    ];
    const down = moved(places, 'timers', 'down');
    expect(down.find(({ panel }) => panel === 'running')?.y).toBe(0);
    expect(moved(down, 'timers', 'up').find(({ panel }) => panel === 'timers')?.y).toBe(0);
    // At the edge nothing changes.
    expect(moved(places, 'timers', 'left')).toEqual(places);
    expect(moved(places, 'timers', 'up')).toEqual(places);
  });
});

import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { ChatLine } from '../api/index.js';
import { KEPT, PAGE, withNewest, withOlder, withPage, type LineWindow } from './line-window.js';

const EMPTY: LineWindow = { lines: [], complete: false };

function lines(from: number, to: number): ChatLine[] {
  return Array.from({ length: Math.max(0, to - from) }, (_, n) => ({
    id: String(from + n).padStart(8, '0'),
    at: '2026-11-19T20:31:00.000Z',
    viewer: 'v1',
    name: 'pebblewren',
    role: 'viewer',
    text: `line ${String(from + n)}`,
    own: false,
    outcome: 'nothing',
    brief: '',
    removed: false,
    event: null,
    byHand: false,
  }));
}
const numbers = (window: LineWindow): number[] => window.lines.map(({ id }) => Number(id));

describe('the stretch of chat a page knows', () => {
  test('has no holes, no doubles and the right order, whatever comes in which order', () => {
    // A server with so many lines; the page asks for pages, hears new ones, and loses the connection for some.
    const act = fc.oneof(
      fc.record({ kind: fc.constant('said' as const), count: fc.integer({ min: 1, max: 40 }) }),
      fc.record({ kind: fc.constant('missed' as const), count: fc.integer({ min: 0, max: 3 * PAGE }) }),
      fc.record({ kind: fc.constant('older' as const), count: fc.constant(0) }),
    );
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3 * PAGE }), fc.array(act, { maxLength: 30 }), (before, acts) => {
        let total = before;
        const newestPage = (): ChatLine[] => lines(Math.max(0, total - PAGE), total);
        let window = withPage(EMPTY, newestPage());
        for (const { kind, count } of acts) {
          if (kind === 'said') window = withNewest(window, lines(total, (total += count)));
          else if (kind === 'missed') {
            total += count;
            window = withPage(window, newestPage());
          } else if (!window.complete && window.lines.length > 0) {
            const first = numbers(window)[0]!;
            window = withOlder(window, lines(Math.max(0, first - PAGE), first));
          }
          const known = numbers(window);
          expect(known).toEqual(lines(total - known.length, total).map(({ id }) => Number(id)));
          if (window.complete) expect(known[0] ?? 0).toBe(0);
        }
      }),
    );
  });

  test('what is said twice stands once, and the later word holds', () => {
    const [line] = lines(0, 1);
    const window = withNewest(withPage(EMPTY, [line!]), [{ ...line!, brief: 'ran !map' }]);
    expect(window.lines).toEqual([{ ...line, brief: 'ran !map' }]);
  });

  test('lets go of the oldest when it grows too long, and then knows that there is more', () => {
    const window = withNewest(withPage(EMPTY, lines(0, 10)), lines(10, KEPT + 11));
    expect(window.lines).toHaveLength(KEPT);
    expect(window.complete).toBe(false);
    expect(numbers(window)[0]).toBe(11);
  });

  test('a room in which nobody has spoken is complete', () => {
    expect(withPage(EMPTY, [])).toEqual({ lines: [], complete: true });
  });
});

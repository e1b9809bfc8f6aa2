import '../test-support/browser.js';
import { afterEach, expect, jest, test } from '@jest/globals';
import { gathered } from './gathered.js';

afterEach(() => {
  jest.useRealTimers();
});

test('after a pause it is shown almost at once, in a rush not more often than asked, and nothing is lost or doubled', () => {
  jest.useFakeTimers();
  const shown: { at: number; items: readonly number[] }[] = [];
  const began = performance.now();
  const take = gathered<number>(500, (items) => {
    shown.push({ at: performance.now() - began, items });
  });
  take(0);
  jest.advanceTimersByTime(40);
  expect(shown.map(({ items }) => items)).toEqual([[0]]);
  for (let n = 1; n <= 300; n += 1) {
    take(n);
    jest.advanceTimersByTime(10);
  }
  jest.advanceTimersByTime(1_000);
  expect(shown.flatMap(({ items }) => items)).toEqual(Array.from({ length: 301 }, (_, n) => n));
  const gaps = shown.slice(1).map(({ at }, n) => at - (shown[n]?.at ?? 0));
  expect(Math.min(...gaps)).toBeGreaterThanOrEqual(500);
  take(301);
  jest.advanceTimersByTime(31);
  expect(shown.at(-1)?.items).toEqual([301]);
});

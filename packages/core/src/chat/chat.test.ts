import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { byteLength } from '../text/index.js';
import {
  hasAtLeast,
  LINE_BYTES,
  LINE_PARTS,
  LONGEST_PAUSE_MS,
  prepareLines,
  RateWindow,
  reconnectPause,
  ROLES,
  readRolesTag,
  sortWaiting,
  strongestRole,
  URGENCIES,
  type Waiting,
} from './index.js';

describe('lines that leave for chat', () => {
  test('whatever the text, lines are few, short, visible and no commands', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 3_000 }), (text) => {
        const lines = prepareLines(text, false);
        expect(lines.length).toBeLessThanOrEqual(LINE_PARTS);
        for (const line of lines) {
          expect(byteLength(line)).toBeLessThanOrEqual(LINE_BYTES);
          expect(line).toMatch(/^(?![\s\p{Cf}]*[/.])/u);
          expect(line).not.toMatch(/[\r\n\0]/u);
        }
      }),
    );
  });

  test('a line end typed by a viewer cannot start a protocol line', () => {
    expect(prepareLines('hello \r\nKICK #lanternhour mossmoth', false)).toEqual([
      'hello  KICK #lanternhour mossmoth',
    ]);
  });

  test('a leading / stays when the streamer wrote it and goes when a viewer did', () => {
    expect(prepareLines('/me lights a lamp', true)).toEqual(['/me lights a lamp']);
    expect(prepareLines(' ./ban all', false)).toEqual(['ban all']);
    // A viewer's word that lands at the start of a second line is a viewer's word still.
    const long = `${'x'.repeat(447)} /ban ${'y'.repeat(20)}`;
    expect(prepareLines(long, true)[1]).toBe(`ban ${'y'.repeat(20)}`);
  });
});

describe('the rate limit', () => {
  const limit = { most: 20, spanMs: 30_000 };

  test('holds over any stretch of its length, and a burst leaves room for moderation', () => {
    const asks = fc.array(fc.tuple(fc.nat(4_000), fc.boolean()), { maxLength: 200 });
    fc.assert(
      fc.property(asks, (gaps) => {
        let now = 1_000_000;
        const window = new RateWindow();
        const sent: { at: number; urgent: boolean }[] = [];
        for (const [gap, urgent] of gaps) {
          now += gap;
          if (window.waitMs(limit, now, urgent) > 0) continue;
          window.count(now);
          sent.push({ at: now, urgent });
        }
        for (const { at: from } of sent) {
          const within = sent.filter(({ at }) => at >= from && at < from + limit.spanMs);
          expect(within.length).toBeLessThanOrEqual(limit.most);
          expect(within.filter(({ urgent }) => !urgent).length).toBeLessThanOrEqual(18);
        }
      }),
    );
  });

  test('it says how long to wait, and that wait is enough and not a millisecond too long', () => {
    const window = new RateWindow();
    for (let n = 0; n < 18; n += 1) window.count(1_000 + n);
    expect(window.waitMs(limit, 5_000, true)).toBe(0);
    const wait = window.waitMs(limit, 5_000, false);
    expect(wait).toBe(26_000);
    expect(window.waitMs(limit, 5_000 + wait - 1, false)).toBe(1);
    expect(window.waitMs(limit, 5_000 + wait, false)).toBe(0);
  });

  test('a clock set back by days neither gives anything away nor silences for days', () => {
    const window = new RateWindow();
    for (let n = 0; n < 20; n += 1) window.count(864_000_000);
    expect(window.waitMs(limit, 1_000, true)).toBe(30_000);
    // From then on time passes as usual.
    expect(window.waitMs(limit, 30_999, true)).toBe(1);
    expect(window.waitMs(limit, 31_000, true)).toBe(0);
  });
});

describe('what waits to be said', () => {
  const saying = fc.record({
    text: fc.constantFrom('a', 'b', 'c'),
    parts: fc.integer({ min: 1, max: 3 }),
    urgency: fc.constantFrom(...URGENCIES),
    at: fc.integer({ min: 0, max: 400_000 }),
  });
  const linesOf = ({
    text,
    parts,
    urgency,
    at,
  }: {
    text: string;
    parts: number;
    urgency: Waiting['urgency'];
    at: number;
  }): Waiting[] => {
    const whole = { text: text.repeat(parts) };
    return Array.from({ length: parts }, () => ({ text, whole, urgency, at }));
  };

  test('the urgent first, then the oldest; a text leaves whole or not at all, and no text twice', () => {
    fc.assert(
      fc.property(fc.array(saying), fc.integer({ min: 0, max: 800_000 }), (sayings, now) => {
        const items = sayings.flatMap(linesOf);
        const { waiting, dropped } = sortWaiting(items, now);
        expect(waiting.length + dropped.length).toBe(items.length);
        const wholes = new Set(waiting.map(({ whole }) => whole));
        expect(new Set([...wholes].map(({ text }) => text)).size).toBe(wholes.size);
        for (const whole of wholes)
          expect(waiting.filter((line) => line.whole === whole)).toEqual(
            items.filter((line) => line.whole === whole),
          );
        for (const [n, next] of waiting.slice(1).entries()) {
          const before = waiting[n]!;
          const order = URGENCIES.indexOf(next.urgency) - URGENCIES.indexOf(before.urgency);
          expect(order > 0 || (order === 0 && next.at >= before.at)).toBe(true);
        }
        expect(
          dropped.every(({ item, reason }) => reason === 'repeated' || item.urgency !== 'moderation'),
        ).toBe(true);
      }),
    );
  });
});

test('pauses before a new try grow to a minute and differ by chance', () => {
  expect([0, 1, 2, 3].map((failures) => reconnectPause(failures, 0.5))).toEqual([750, 1_500, 3_000, 6_000]);
  fc.assert(
    fc.property(fc.nat(1_000), fc.double({ min: 0, max: 0.999, noNaN: true }), (failures, chance) => {
      const pause = reconnectPause(failures, chance);
      expect(pause).toBeGreaterThanOrEqual(500);
      expect(pause).toBeLessThanOrEqual(LONGEST_PAUSE_MS);
    }),
  );
});

test('roles: the strongest counts, and a tag cannot make anyone the streamer', () => {
  expect(strongestRole(['follower', 'vip'])).toBe('vip');
  for (const [n, role] of ROLES.entries())
    for (const [m, lowest] of ROLES.entries()) expect(hasAtLeast([role], lowest)).toBe(n <= m);
  expect(readRolesTag('Subscriber:14, streamer,follower:2025-03-01,wizard')).toEqual({
    roles: ['subscriber', 'follower'],
    subscribedMonths: 14,
    followedSince: Date.UTC(2025, 2, 1),
  });
  expect(readRolesTag('subscriber:14:3')).toMatchObject({ subscribedMonths: 14, subscribedTier: 3 });
  expect(readRolesTag('subscriber:14:9').subscribedTier).toBeUndefined();
  expect(readRolesTag('subscriber:-3,follower:soon')).toEqual({
    roles: ['subscriber', 'follower'],
    subscribedMonths: 0,
    followedSince: undefined,
  });
});

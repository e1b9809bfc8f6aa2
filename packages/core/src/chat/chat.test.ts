import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { byteLength } from '../text/index.js';
import {
  fullBucket,
  hasAtLeast,
  LINE_BYTES,
  LINE_PARTS,
  LONGEST_PAUSE_MS,
  prepareLines,
  reconnectPause,
  ROLES,
  readRolesTag,
  sortWaiting,
  strongestRole,
  take,
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

describe('the token bucket', () => {
  const limit = { capacity: 20, spanMs: 30_000 };

  test('over any stretch of time no more leaves than the capacity and what came back since', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 4_000 }), { maxLength: 200 }), (gaps) => {
        let now = 0;
        let bucket = fullBucket(limit, now);
        const sent: number[] = [];
        for (const gap of gaps) {
          now += gap;
          const taken = take(bucket, limit, now);
          if ('waitMs' in taken) continue;
          bucket = taken.bucket;
          sent.push(now);
        }
        for (const [n, from] of sent.entries())
          for (const [m, to] of sent.entries())
            if (m > n)
              expect(m - n + 1).toBeLessThanOrEqual(
                limit.capacity + ((to - from) * limit.capacity) / limit.spanMs + 1e-6,
              );
      }),
    );
  });

  test('it says how long to wait, and that wait is enough and not a millisecond too long', () => {
    let bucket = fullBucket(limit, 0);
    for (let n = 0; n < limit.capacity; n++)
      bucket = (take(bucket, limit, 0) as { bucket: typeof bucket }).bucket;
    const { waitMs } = take(bucket, limit, 0) as { waitMs: number };
    expect(waitMs).toBe(1_500);
    expect(take(bucket, limit, waitMs - 1)).toHaveProperty('waitMs');
    expect(take(bucket, limit, waitMs)).toHaveProperty('bucket');
  });

  test('a clock that goes back gives nothing away', () => {
    const empty = { tokens: 0, at: 60_000 };
    expect(take(empty, limit, 0)).toHaveProperty('waitMs');
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
  expect(readRolesTag('subscriber:-3,follower:soon')).toEqual({
    roles: ['subscriber', 'follower'],
    subscribedMonths: 0,
    followedSince: undefined,
  });
});

import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { chanceFrom } from '../random/index.js';
import { OFFLINE } from '../stream/index.js';
import {
  BLANK_TIMER,
  counted,
  decideTimers,
  fired,
  forecast,
  newState,
  saidAfter,
  wentLive,
  type ForecastOf,
  type Moment,
  type Said,
  type Timed,
  type TimerBody,
} from './index.js';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const MOMENT: Moment = {
  running: 5_000,
  at: Date.parse('2026-11-23T20:00:00Z'),
  stream: { ...OFFLINE, live: true, liveSince: 0, category: 'Underledge' },
  timeZone: 'UTC',
  connected: true,
};

function timed(id: string, more: Partial<TimerBody> = {}): Timed {
  const state = wentLive(newState(0), MOMENT.running);
  return { timer: { ...BLANK_TIMER, name: id, texts: [id], ...more, id }, state };
}
function ahead(timers: readonly Timed[], more: Partial<ForecastOf> = {}) {
  return forecast({
    timers,
    said: [],
    room: { seconds: 90, most: 5 },
    moment: MOMENT,
    span: 3 * HOUR,
    lines: 6,
    replies: 0,
    chance: chanceFrom(() => 0.5),
    ...more,
  });
}

/** The same evening looked at each second, as a server would that knows nothing of what comes. */
function lived(timers: readonly Timed[], linesAt: readonly number[], room: ForecastOf['room']): string[] {
  let all = timers;
  let said: readonly Said[] = [];
  const log: string[] = [];
  for (let second = 0; second <= 3 * 3_600; second += 1) {
    const t = second * 1_000;
    const moment = { ...MOMENT, running: MOMENT.running + t, at: MOMENT.at + t };
    const heard = linesAt.filter((at) => at > t - 1_000 && at <= t).length;
    all = all.map((each) => ({ ...each, state: counted(each.state, heard) }));
    for (;;) {
      const { fires } = decideTimers(all, said, room, moment);
      if (fires === undefined) break;
      log.push(`${String(second)} ${fires.timer.id}`);
      said = saidAfter(said, moment.running, 1);
      const state = fired(
        fires.state,
        moment,
        1,
        chanceFrom(() => 0.5),
      );
      all = all.map((each) => (each.timer.id === fires.timer.id ? { ...each, state } : each));
    }
  }
  return log;
}

describe('the forecast', () => {
  test('of a recorded evening is what fired, to the second', () => {
    const bodies = fc.array(
      fc.record({
        interval: fc.integer({ min: 1, max: 60 }),
        lines: fc.integer({ min: 0, max: 40 }),
        first: fc.option(fc.integer({ min: 0, max: 30 })),
        when: fc.constantFrom(BLANK_TIMER.when, { ...BLANK_TIMER.when, from: '20:30', to: '22:10' }),
      }),
      { minLength: 1, maxLength: 8 },
    );
    const seconds = fc.array(fc.integer({ min: 0, max: 3 * 3_600 }), { maxLength: 300 });
    fc.assert(
      fc.property(bodies, seconds, fc.integer({ min: 0, max: 200 }), (some, chat, pause) => {
        const timers = some.map((body, n) => timed(`t${String(n)}`, body));
        const room = { seconds: pause, most: 4 };
        const lines = chat.map((second) => second * 1_000);
        const { firings } = ahead(timers, { lines, room });
        expect(firings.map(({ at, timer }) => `${String(Math.round(at / 1_000))} ${timer}`)).toEqual(
          lived(timers, lines, room),
        );
      }),
      { numRuns: 25 },
    );
  });

  test('puts apart two that would collide, and says by how much', () => {
    const { firings, collisions, shortestGap, longestGap, perHour } = ahead([
      timed('a', { interval: 30, lines: 0 }),
      timed('b', { interval: 30, lines: 0 }),
    ]);
    expect(firings.slice(0, 2)).toMatchObject([
      { timer: 'a', at: 30 * MINUTE, putOff: 0 },
      { timer: 'b', at: 30 * MINUTE + 90_000, putOff: 90_000 },
    ]);
    expect({ collisions, shortestGap }).toEqual({ collisions: 1, shortestGap: 90_000 });
    expect(longestGap).toBe(30 * MINUTE - 90_000);
    expect(perHour).toBeCloseTo(firings.length / 3);
  });

  test('a busier room has each fire sooner, and the bot’s share of it is smaller', () => {
    const timers = [timed('a', { interval: 10, lines: 30 }), timed('b', { interval: 25, lines: 10 })];
    const at = [0.2, 1, 6, 40].map((lines) => ahead(timers, { lines, replies: 0.05 }));
    const counts = at.map(({ firings }) => firings.length);
    expect(counts).toEqual([...counts].sort((a, b) => a - b));
    expect(at.at(-1)?.share).toBeLessThan(at.at(1)?.share ?? 0);
    expect(ahead([], { lines: 10, replies: 0.25 }).share).toBeCloseTo(0.2);
  });

  test('names those that would not fire, and why', () => {
    const { silent, firings } = ahead(
      [
        timed('lines', { interval: 5, lines: 500 }),
        timed('time', { interval: 600, lines: 0 }),
        timed('else', { when: { ...BLANK_TIMER.when, categories: ['Map drawing'] } }),
        timed('off', { enabled: false }),
        { ...timed('gone'), fault: 'There is no such routine any more; choose another' },
        timed('fires', { interval: 20, lines: 0 }),
      ],
      { lines: 0.5 },
    );
    expect(silent.map(({ timer, why, words }) => [timer, why, words])).toEqual([
      ['lines', 'lines', '90 of 500 lines'],
      ['time', 'time', 'its time is later'],
      ['else', 'stopped', 'only in map drawing: Underledge'],
      ['off', 'stopped', 'off'],
      ['gone', 'stopped', 'There is no such routine any more; choose another'],
    ]);
    expect(new Set(firings.map(({ timer }) => timer))).toEqual(new Set(['fires']));
    expect(ahead([timed('t', { lines: 1 })], { lines: 0 }).silent).toMatchObject([{ why: 'lines' }]);
  });
});

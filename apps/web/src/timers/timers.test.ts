import { describe, expect, test } from '@jest/globals';
import { OFFLINE } from '@gully/core/stream';
import { BLANK_TIMER, checkTimer, newState } from '@gully/core/timers';
import { placeOf, rateAt } from './rate-scale.js';
import { TIMER_STARTERS } from './starters.js';
import { asForecast, type Standings } from './as-forecast.js';

describe('the slider from silent to busy', () => {
  test('is silent at its left end, rises throughout, and stands where its rate says', () => {
    expect(rateAt(0)).toBe(0);
    expect(rateAt(100)).toBe(240);
    for (let place = 0; place <= 100; place += 1) {
      expect(rateAt(place + 1)).toBeGreaterThanOrEqual(rateAt(place));
      expect(Math.abs(placeOf(rateAt(place)) - place)).toBeLessThanOrEqual(1);
    }
    expect(placeOf(100_000)).toBe(100);
  });
});

describe('a forecast', () => {
  const timed = (id: string, held = false) => ({
    timer: { ...BLANK_TIMER, id, name: id, texts: ['x'] },
    state: { ...newState(0), held, lines: 7 },
  });
  const now = (live: boolean): Standings => ({
    timed: [timed('a', true), timed('b')],
    said: [],
    moment: {
      running: 90_000,
      at: 1_000_000,
      stream: { ...OFFLINE, live, liveSince: live ? 0 : undefined },
      timeZone: 'UTC',
      connected: false,
    },
  });

  test('while live begins where the timers stand, with what is edited in place of the saved', () => {
    const { timed: all, moment } = asForecast(now(true), {
      ...BLANK_TIMER,
      id: 'b',
      name: 'edited',
      interval: 3,
    });
    expect(moment.connected).toBe(true);
    expect(all.map(({ timer, state }) => [timer.name, timer.interval, state.held, state.lines])).toEqual([
      ['a', 20, true, 7],
      ['edited', 3, false, 7],
    ]);
  });
  test('while offline is of an evening that begins now; one that is new has its lane too', () => {
    const { timed: all, moment } = asForecast(now(false), { ...BLANK_TIMER });
    expect(moment.stream).toMatchObject({ live: true, liveSince: 1_000_000 });
    expect(all.map(({ timer, state }) => [timer.name, state.held, state.lines, state.since])).toEqual([
      ['a', false, 0, 90_000],
      ['b', false, 0, 90_000],
      ['This timer', false, 0, 90_000],
    ]);
  });
});

test('every starter could be saved as it is', () => {
  for (const { body } of TIMER_STARTERS) expect([body.name, checkTimer(body, [])]).toEqual([body.name, {}]);
});

import { describe, expect, test } from '@jest/globals';
import { ALWAYS, checkWhen, OFFLINE, whenFault, whenInWords, type StreamState, type When } from './index.js';

const LIVE: StreamState = { ...OFFLINE, live: true, liveSince: 0, category: 'Underledge' };
const at = (time: string): number => Date.parse(`2026-11-23T${time}:00Z`);
const holds = (when: Partial<When>, stream = LIVE, now = at('20:00'), zone = 'UTC'): boolean =>
  checkWhen({ ...ALWAYS, ...when }, stream, now, zone).every((check) => check.holds);

describe('when', () => {
  test.each<[Partial<When>, boolean, boolean]>([
    [{}, true, true],
    [{ live: 'live' }, true, false],
    [{ live: 'offline' }, false, true],
    [{ categories: ['Map drawing', ' underLEDGE'] }, true, false],
    [{ live: 'live', categories: ['Fireside talk'] }, false, false],
  ])('%j, live %p, offline %p', (when, live, offline) => {
    expect(holds(when)).toBe(live);
    expect(holds(when, OFFLINE)).toBe(offline);
  });

  test('hours begin at the first and end before the second, over midnight and in the streamer’s zone', () => {
    const evening = { from: '19:30', to: '02:00' };
    expect(
      ['19:29', '19:30', '23:59', '00:00', '01:59', '02:00'].map((time) => holds(evening, LIVE, at(time))),
    ).toEqual([false, true, true, true, true, false]);
    expect(holds({ from: '09:00', to: '10:00' }, LIVE, at('00:30'), 'Asia/Tokyo')).toBe(true);
    expect(holds({ from: '09:00', to: '09:00' }, LIVE, at('12:00'))).toBe(true);
  });

  test('what cannot be is told, what can reads as words', () => {
    expect(whenFault({ ...ALWAYS, from: '25:00', to: '02:00' })).toMatch(/no time of day/u);
    expect(whenFault({ ...ALWAYS, from: '20:00' })).toMatch(/both/u);
    expect(whenFault({ ...ALWAYS, categories: [' '] })).toMatch(/no name/u);
    expect(whenFault({ ...ALWAYS, from: '20:00', to: '02:00' })).toBeUndefined();
    expect(whenInWords({ live: 'live', categories: ['Underledge'], from: '20:00', to: '02:00' })).toBe(
      'only when live, in Underledge, from 20:00 to 02:00',
    );
    expect(whenInWords(ALWAYS)).toBe('at any time');
  });
});

import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { BLANK_TIMER, type TimerBody } from '@gully/core/timers';
import type { Standin } from '@gully/standin/standin';
import { Database } from '../database/index.js';
import { ChatLineRow } from '../chat/index.js';
import { StreamRow } from '../stream/index.js';
import { Gully, newStandin } from '../test-support/index.js';
import { ChatRates } from './rate.js';

let standin: Standin;
let gully: Gully;
beforeEach(async () => {
  standin = await newStandin();
  gully = await Gully.inRoom(standin);
});
afterEach(async () => {
  await gully.stop();
  await standin.close();
});

const timer = (name: string, more: Partial<TimerBody> = {}): TimerBody => ({
  ...BLANK_TIMER,
  name,
  texts: [name],
  lines: 0,
  ...more,
});
const add = async (body: TimerBody): Promise<string> =>
  ((await gully.http.post('/api/timers').send(body).expect(201)).body as { id: string }).id;

interface Played {
  ahead: number;
  said: { text: string }[];
  why: { outcome: string; decided: string; checks: { rule: string; measure: string }[] };
}

describe('the rehearsal’s way to the next timer', () => {
  let ahead = 0;
  const next = async (more: object = {}): Promise<Played> => {
    const body = {
      session: 'a-rehearsal',
      persona: { name: 'oxbowkid', roles: [] },
      live: true,
      ahead,
      ...more,
    };
    const played = (await gully.http.post('/api/rehearsal/timers').send(body).expect(200)).body as Played;
    ({ ahead } = played);
    return played;
  };
  const lines = (played: Played): string[] => played.said.map(({ text }) => text);
  beforeEach(() => {
    ahead = 0;
  });

  test('is the forecast’s: in their order, put apart, and nothing of it is real', async () => {
    await add(timer('Map night', { interval: 10 }));
    await add(timer('Rope rules', { interval: 10 }));
    await add(timer('Offline', { when: { ...BLANK_TIMER.when, live: 'offline' } }));
    const [first, second, third] = [await next(), await next(), await next()];
    expect([lines(first), lines(second), lines(third)]).toEqual([
      ['Map night'],
      ['Rope rules'],
      ['Map night'],
    ]);
    expect(second.why.decided).toMatch(/put off 1 min 30 s by breathing room/u);
    expect(first.ahead).toBeGreaterThanOrEqual(598);
    expect(second.ahead - first.ahead).toBeGreaterThanOrEqual(88);
    expect(third.ahead - first.ahead).toBeGreaterThanOrEqual(598);
    const { body } = await gully.http.get('/api/timers/standing');
    expect(
      Object.values((body as { states: Record<string, { times: number }> }).states).map(({ times }) => times),
    ).toEqual([0, 0, 0]);
    expect((await gully.lines()).filter(({ own }) => own)).toEqual([]);
  });

  test('has what is edited in force, at the rate that is asked for', async () => {
    const id = await add(timer('Rope rules', { interval: 60 }));
    const body = timer('Rope rules', { interval: 5, lines: 100, texts: ['as drafted'] });
    const drafts = [{ kind: 'timer', id, body }];
    const played = await next({ drafts, rate: 10 });
    expect(lines(played)).toEqual(['as drafted']);
    expect(played.why.checks).toContainEqual(expect.objectContaining({ rule: 'After 100 lines' }));
    expect(Math.abs(played.ahead - 600)).toBeLessThan(5);
    const none = await next({ drafts, rate: 0, session: 'another-one', ahead: 0 });
    expect(none).toMatchObject({
      ahead: 0,
      said: [],
      why: { outcome: 'nothing', decided: 'No timer fires within a day' },
    });
    expect(none.why.checks[0]?.rule).toBe('Rope rules: 0 of 100 lines');
  });
});

test('how busy the room is is measured over the last streams, without the bot’s own lines and other bots', async () => {
  const rates = () => new ChatRates(gully.app.get(Database)).now();
  expect(await rates()).toMatchObject({ streams: 0, usual: 6 });
  const began = Date.now() - 3 * 3_600_000;
  const insert = async (
    from: number,
    minutes: number,
    perMinute: (minute: number) => number,
  ): Promise<void> => {
    await gully.source
      .getRepository(StreamRow)
      .insert({ id: String(from), startedAt: from, endedAt: from + minutes * 60_000 });
    for (let minute = 0; minute < minutes; minute += 1)
      for (let n = 0; n < perMinute(minute); n += 1) {
        const id = `${String(from + minute * 60_000)}-${String(n)}`;
        await gully.source.getRepository(ChatLineRow).insert({
          id,
          at: from + minute * 60_000 + n,
          viewerId: null,
          name: 'pebblewren',
          role: 'viewer',
          roles: '',
          text: 'x',
          own: n === 0,
          outcome: 'nothing',
          brief: '',
          why: null,
          removed: false,
          event: null,
          byHand: false,
        });
      }
  };
  // Half an hour with one line of the bot and two of viewers a minute, then a silent half hour.
  await insert(began, 60, (minute) => (minute < 30 ? 3 : 0));
  // Too short to say anything.
  await insert(began + 2 * 3_600_000, 10, () => 5);
  expect(await rates()).toEqual({ usual: 1, quiet: 0, busy: 2, replies: 0.5, streams: 1 });
});

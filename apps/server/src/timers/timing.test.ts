import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { STARTERS } from '@gully/core/commands';
import { chanceFrom } from '@gully/core/random';
import type { Step } from '@gully/core/channel';
import { BLANK_TIMER, forecast, type TimerBody } from '@gully/core/timers';
import type { Standin } from '@gully/standin/standin';
import { openDatabase } from '../database/index.js';
import { NewsService } from '../news/index.js';
import { Gully, newFolder, newStandin, until } from '../test-support/index.js';
import { TimersClock, TimersStore, Timing } from './index.js';
import { TimerStandings } from './standings.js';
import { STORED } from '../stored.js';

const MINUTE = 60_000;

let standin: Standin;
let gully: Gully;
let folder: string;
/** what fired: its title, and when in minutes from the first look */
let fired: { title: string; at: number; ended: string }[];
beforeEach(async () => {
  standin = await newStandin();
  folder = newFolder();
  await start();
});
afterEach(async () => {
  await gully.stop();
  await standin.close();
});

async function start(ahead = 0): Promise<void> {
  gully = await Gully.inRoom(standin, folder);
  gully.app.get(TimersClock).ahead = ahead;
  gully.app.get(TimersClock).stop();
  fired = [];
  gully.app.get(NewsService).subscribe((_, tell) => {
    const { kind, about } = tell();
    if (kind === 'run' && about.by.startsWith('the timer '))
      fired.push({ title: about.title, at: Date.parse(about.at), ended: about.ended });
  });
}
const timing = (): Timing => gully.app.get(Timing);
const titles = (): string[] => fired.map(({ title }) => title);

/** Time passes as it does: in small steps, with a look at each. */
async function pass(minutes: number, linesAt: (ms: number) => number = () => 0): Promise<void> {
  const clock = gully.app.get(TimersClock);
  for (let ms = 0; ms < minutes * MINUTE; ms += 10_000) {
    clock.ahead += 10_000;
    gully.app.get(TimersStore).count(linesAt(ms + 10_000));
    await timing().look();
  }
}
/** The clock is set, or the machine slept. */
async function jump(minutes: number): Promise<void> {
  gully.app.get(TimersClock).ahead += minutes * MINUTE;
  await timing().look();
}
const ANY = { ...BLANK_TIMER.when, live: 'any' as const };
async function addTimer(
  name: string,
  more: Partial<TimerBody> = {},
): Promise<{ id: string; version: number }> {
  const body = { ...BLANK_TIMER, name, texts: [name], lines: 0, when: ANY, ...more };
  return (await gully.http.post('/api/timers').send(body).expect(201)).body as never;
}
const room = (seconds: number, most: number) =>
  gully.http.put('/api/timers/breathing-room').send({ value: { seconds, most }, version: 0 }).expect(200);

describe('timers', () => {
  test('of a recorded evening fire as the forecast says', async () => {
    const bodies: [string, Partial<TimerBody>][] = [
      ['Map night', { interval: 30 }],
      ['Rope rules', { interval: 20, lines: 15 }],
      ['Campfire question', { interval: 12, lines: 4 }],
      ['Follow the lantern', { interval: 20, lines: 8 }],
    ];
    for (const [name, body] of bodies) await addTimer(name, body);
    // Chat that comes and goes, in bursts.
    const linesAt = (ms: number): number =>
      Math.floor(ms / 400_000) % 3 === 0 ? 0 : ms % 70_000 === 0 ? 3 : 0;
    const times: number[] = [];
    for (let ms = 10_000; ms <= 180 * MINUTE; ms += 10_000)
      for (let line = 0; line < linesAt(ms); line += 1) times.push(ms);
    const store = gully.app.get(TimersStore);
    const moment = gully.app.get(TimerStandings).moment();
    const { firings } = forecast({
      timers: store.timed(),
      said: store.said,
      room: { seconds: 90, most: 5 },
      moment,
      span: 180 * MINUTE,
      lines: times,
      replies: 0,
      chance: chanceFrom(() => 0.5),
    });
    await pass(180, linesAt);
    const nameOf = new Map(store.all().map(({ id, name }) => [id, name]));
    expect(firings.length).toBeGreaterThan(20);
    // A look comes every ten seconds, so each fires at the first look behind its time.
    expect(fired.map(({ title, at }) => [title, (at - moment.at) / 1_000])).toEqual(
      firings.map(({ timer, at }) => [nameOf.get(timer), Math.ceil(at / 10_000) * 10]),
    );
    await until(
      async () => (await gully.lines()).find(({ own, text }) => own && text === 'Map night'),
      'a line',
    );
    const [run] = await gully.runs('?limit=1');
    expect(run?.by).toMatch(/^the timer /u);
  }, 60_000);

  test('keep where they stand over a restart, and nothing comes of a restart or a clock that jumps', async () => {
    await addTimer('A', { interval: 20 });
    await addTimer('B', { interval: 30, lines: 5 });
    await pass(15, () => 1);
    const { ahead } = gully.app.get(TimersClock);
    await gully.stop();
    await start(ahead + 600 * MINUTE);
    await timing().look();
    await jump(60);
    await jump(-90);
    await jump(60 * 24);
    expect(fired).toEqual([]);
    await pass(6);
    expect(titles()).toEqual(['A']);
    await pass(10);
    expect(titles()).toEqual(['A', 'B']);
  });

  test('in a silent room keep the time that passed, over a power cut too; one put back starts over', async () => {
    const { id } = await addTimer('Gone', { interval: 20 });
    await addTimer('A', { interval: 20 });
    await pass(15);
    await gully.http.delete(`/api/timers/${id}`).expect(204);
    // What a power cut would leave: the clock as it is on disk.
    const before = gully.app.get(TimersStore).running;
    await until(async () => {
      const [row] = await gully.source.query<{ running: number }[]>('SELECT running FROM timer_clock');
      return row !== undefined && row.running >= before ? true : undefined;
    }, 'the clock on disk');
    const { ahead } = gully.app.get(TimersClock);
    await gully.stop();
    await start(ahead + 600 * MINUTE);
    await gully.http.post(`/api/timers/${id}/restore`).expect(200);
    await pass(6);
    expect(titles()).toEqual(['A']);
    await pass(15);
    expect(titles()).toEqual(['A', 'Gone']);
  });

  test('that were due together while away come one after the other', async () => {
    await room(120, 3);
    for (let n = 0; n < 6; n += 1)
      await addTimer(`T${String(n)}`, { interval: 10 + n, when: { ...ANY, live: 'live' } });
    await pass(60);
    expect(fired).toEqual([]);
    await gully.http.post('/api/standin/event').send({ type: 'live' }).expect(204);
    await until(
      async () => ((await gully.http.get('/api/stream')).body as { live: boolean }).live || undefined,
      'live',
    );
    await timing().look();
    expect(fired).toEqual([]);
    await pass(30);
    const gaps = fired.slice(1).map(({ at }, n) => at - (fired[n]?.at ?? 0));
    expect(Math.min(...gaps)).toBeGreaterThanOrEqual(120_000);
    for (const { at } of fired)
      expect(
        fired.filter((other) => other.at <= at && other.at > at - 10 * MINUTE).length,
      ).toBeLessThanOrEqual(3);
    expect(new Set(titles()).size).toBe(6);
  });

  test('wait while the room is lost, and do not pile up', async () => {
    await addTimer('A', { interval: 5 });
    await addTimer('B', { interval: 7 });
    const control = (path: string, body: object): Promise<Response> =>
      fetch(`http://127.0.0.1:${String(standin.httpPort)}/control/${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
    await control('refuse', { seconds: 60 });
    await control('drop', { name: 'gully' });
    await until(() => (gully.connection.open ? undefined : true), 'the loss');
    await pass(60);
    expect(fired).toEqual([]);
    await control('refuse', { seconds: 0 });
    await gully.http.post('/api/connection/try').expect(200);
    await gully.entered();
    await timing().look();
    expect(titles()).toEqual(['A']);
    await pass(4);
    expect(titles()).toEqual(['A', 'B']);
    await gully.said('B');
  });

  test('count what viewers write, and neither the bot nor other bots', async () => {
    const { id } = await addTimer('Lines', { interval: 1, lines: 3 });
    await gully.add({ text: 'an answer' });
    await gully.type('drip_count', 'beep');
    const { body } = await gully.http.get('/api/viewers?search=drip_count').expect(200);
    const [bot] = (body as { viewers: { id: string }[] }).viewers;
    await gully.http
      .patch(`/api/viewers/${bot?.id ?? ''}`)
      .send({ bot: true })
      .expect(204);
    const counted = async (): Promise<number> =>
      ((await gully.http.get('/api/timers/standing')).body as { states: Record<string, { lines: number }> })
        .states[id]?.lines ?? NaN;
    const before = await counted();
    await gully.type('drip_count', 'beep again');
    await gully.type('pebblewren', '!lantern');
    await gully.said('an answer');
    await gully.type('oxbowkid', 'hello');
    await until(async () => ((await counted()) === before + 2 ? true : undefined), 'two lines');
  });

  test('are listed, held, let go on and fired from chat by moderators', async () => {
    const { id } = await addTimer('Rope rules', { interval: 5 });
    for (const name of ['timers', 'hold', 'release', 'fire'])
      await gully.http
        .post('/api/commands')
        .send({ ...STARTERS.find((starter) => starter.id === name)?.body })
        .expect(201);
    await gully.type('brackenfold', '!timers', ['moderator']);
    await gully.said('Rope rules in 5 min');
    await gully.type('brackenfold', '!hold rope rules', ['moderator']);
    await gully.said('rope rules is held for this stream.');
    await pass(12);
    expect(fired).toEqual([]);
    const none = await gully.type('brackenfold', '!hold nothing', ['moderator']);
    await until(async () => {
      const runs = await gully.runs('?search=nothing');
      return runs.find(({ ended, words }) => ended === 'failed' && words.includes('no timer called nothing'));
    }, 'the refusal');
    await gully.line(
      ({ id: line, outcome }) => line === none.id && outcome === 'failed',
      'its line saying so',
    );
    // A hold is on disk at once; counts alone may wait.
    const kept = await gully.source.query<{ state: string }[]>('SELECT state FROM timer_states');
    expect(kept.map(({ state }) => JSON.parse(state) as unknown)).toMatchObject([{ held: true }]);
    await gully.type('brackenfold', '!release ROPE rules', ['moderator']);
    await gully.said('ROPE rules is back on.');
    await timing().look();
    await gully.said('Rope rules');
    await gully.type('brackenfold', '!fire rope rules', ['moderator']);
    await until(() => (titles().length === 2 ? true : undefined), 'the second');
    expect((await gully.http.get('/api/timers/standing')).body).toMatchObject({
      states: { [id]: { times: 2, held: false } },
    });
  });

  test('run routines and commands: only the result is seen, and nothing is charged or counted', async () => {
    const say: Step = { kind: 'say', id: 's', texts: ['from {{ channel.name }}'], order: 'turn' };
    const { id: runs } = await gully.addRoutine('Weather', [say]);
    const { id: command } = await gully.add({
      name: 'kit',
      aliases: [],
      text: 'rope and lamp',
      viewerCooldown: 600,
      cooldown: 600,
    });
    const { id: asks } = await gully.add({
      name: 'hug',
      aliases: [],
      text: 'hug',
      inputs: [
        { name: 'who', type: 'viewer', optional: false, least: null, most: null, choices: [], pattern: '' },
      ],
    });
    const weather = await addTimer('W', { does: 'routine', runs, interval: 1 });
    await addTimer('K', { does: 'command', runs: command, interval: 2 });
    const refused = await gully.http
      .post('/api/timers')
      .send({ ...BLANK_TIMER, name: 'H', does: 'command', runs: asks })
      .expect(422);
    expect(refused.body).toMatchObject({ fields: { runs: expect.stringMatching(/asks for who/u) } });
    await pass(6);
    await gully.said('from lanternhour');
    await gully.said('rope and lamp');
    expect((await gully.http.get('/api/commands')).body).toContainEqual(
      expect.objectContaining({ id: command, uses: 0, lastUse: null }),
    );
    // A routine that was deleted: the timer is cannot run, says so, and the others go on.
    await gully.http.delete(`/api/routines/${runs}`).expect(204);
    expect((await gully.http.get('/api/timers')).body).toContainEqual(
      expect.objectContaining({ id: weather.id, fault: 'There is no such routine any more; choose another' }),
    );
    fired = [];
    await pass(6);
    expect(new Set(titles())).toEqual(new Set(['!kit']));
    expect((await gully.http.post(`/api/timers/${weather.id}/fire`).expect(409)).body).toMatchObject({
      title: 'It did not fire',
    });
  });

  test('whose text is empty once filled in say nothing, and the why tells', async () => {
    const { id } = await addTimer('Empty', { interval: 1, texts: ['{{ counter.nothing }}'] });
    await addTimer('Full', { interval: 2, texts: ['here'] });
    await pass(4);
    await gully.said('here');
    expect((await gully.lines()).filter(({ own }) => own).every(({ text }) => text === 'here')).toBe(true);
    const [run] = (await gully.runs('?search=Empty')).filter(({ owner }) => owner === id);
    const { body } = await gully.http.get(`/api/runs/${run?.id ?? ''}`);
    expect(JSON.stringify(body)).toMatch(/There is no value called counter.nothing/u);
    expect(JSON.stringify(body)).toMatch(/nothing to say/u);
  });
});

describe('the API of timers', () => {
  test.each([
    [{ interval: 0 }, 'interval'],
    [{ interval: 0.5 }, 'interval'],
    [{ interval: 10_000 }, 'interval'],
    [{ texts: ['  '] }, 'texts.0'],
    [{ jitter: 90 }, 'jitter'],
    [{ does: 'routine', runs: 'gone' }, 'runs'],
  ])('refuses %j by its field, and keeps nothing', async (part, field) => {
    const body = { ...BLANK_TIMER, name: 'Bad', texts: ['hello'], ...part };
    const answer = await gully.http.post('/api/timers').send(body).expect(422);
    expect(Object.keys((answer.body as { fields: object }).fields)).toEqual([field]);
    expect((await gully.http.get('/api/timers')).body).toEqual([]);
  });

  test('knows who was first, steps back, deletes and puts back', async () => {
    const { id, version } = await addTimer('Rope rules');
    const body = { ...BLANK_TIMER, name: 'Rope rules', texts: ['mind the step'], when: ANY };
    await gully.http
      .put(`/api/timers/${id}`)
      .send({ ...body, version })
      .expect(200);
    const second = await gully.http
      .put(`/api/timers/${id}`)
      .send({ ...body, texts: ['late'], version })
      .expect(409);
    expect(second.body).toMatchObject({ current: { version: 2, texts: ['mind the step'] } });
    const back = await gully.http.post(`/api/timers/${id}/step-back`).send({ version: 2 }).expect(200);
    expect(back.body).toMatchObject({ texts: ['Rope rules'], version: 3 });
    await gully.http.delete(`/api/timers/${id}`).expect(204);
    expect((await gully.http.get('/api/timers')).body).toEqual([]);
    await gully.http.post(`/api/timers/${id}/restore`).expect(200);
    await gully.stop();
    await start();
    expect((await gully.http.get('/api/timers')).body).toMatchObject([
      { id, texts: ['Rope rules'], version: 3 },
    ]);
    await room(60, 4);
    const late = await gully.http
      .put('/api/timers/breathing-room')
      .send({ value: { seconds: 30, most: 4 }, version: 0 })
      .expect(409);
    expect(late.body).toMatchObject({ current: { value: { seconds: 60, most: 4 }, version: 1 } });
    await gully.http
      .put('/api/timers/breathing-room')
      .send({ value: { seconds: -1, most: 5 }, version: 0 })
      .expect(422);
  });

  test('rows that cannot be read starts over, and prevent no start', async () => {
    const { id } = await addTimer('Tide', { texts: ['in'], interval: 5, lines: 0, when: ANY });
    await pass(1);
    await gully.stop();
    const source = await openDatabase(folder, STORED);
    await source.query(`UPDATE timer_states SET state = '{"since":'`);
    await source.query(`UPDATE timer_clock SET said = 'x'`);
    await source.destroy();
    await start();
    await pass(6);
    expect(titles()).toContain('Tide');
    expect((await gully.http.get('/api/timers')).body).toMatchObject([{ id, fault: null }]);
  });
});

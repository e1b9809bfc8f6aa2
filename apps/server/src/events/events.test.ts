import type { Step } from '@gully/core/channel';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { ActivityView, LineView } from '@gully/core/news';
import { routineOf, type EventTrigger } from '@gully/core/routines';
import { BLANK_TIMER } from '@gully/core/timers';
import type { Standin } from '@gully/standin/standin';
import { Gully, newFolder, newStandin, until } from '../test-support/index.js';

let standin: Standin;
let gully: Gully;
let folder: string;
beforeEach(async () => {
  standin = await newStandin();
  folder = newFolder();
  gully = await Gully.inRoom(standin, folder);
});
afterEach(async () => {
  await gully.stop();
  await standin.close();
});

const say = (text: string): Step => ({ kind: 'say', id: text, texts: [text], order: 'random' });
const wait = (seconds: number): Step => ({ kind: 'wait', id: `w${String(seconds)}`, seconds });
const on = (event: EventTrigger['event'], more: Partial<EventTrigger> = {}): EventTrigger => ({
  id: event,
  event,
  least: 0,
  lowestRole: 'viewer',
  viewers: [],
  ...more,
});
const ownLines = async (): Promise<string[]> =>
  (await gully.lines()).filter(({ own }) => own).map(({ text }) => text);
const ended = (title: string, how: string) =>
  until(
    async () => (await gully.runs()).find((run) => run.title === title && run.ended === how),
    `${title} ${how}`,
  );
const control = (path: string, body: object): Promise<Response> =>
  fetch(`http://127.0.0.1:${String(standin.httpPort)}/control/${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

describe('events', () => {
  const raise = (event: object) => gully.http.post('/api/standin/event').send(event).expect(204);

  test('start what waits for them, each once however often it comes', async () => {
    await gully.addRoutine('Raid', [say('{{ viewer.name }} with {{ event.count }}')], {
      triggers: [on('raid', { least: 5 })],
    });
    await raise({ type: 'raid', name: 'lowceiling', count: 4 });
    expect((await ended('Raid', 'refused')).words).toMatch(/at least 5 people/u);
    const answers = await standin.events.raise(
      { type: 'raid', data: { viewer: { name: 'lowceiling' }, count: 12 }, at: Date.now() },
      5,
    );
    expect(answers).toEqual([202, 202, 202, 202, 202]);
    await gully.said('lowceiling with 12');
    await raise({ type: 'raid', name: 'hollowbee', count: 30 });
    await gully.said('hollowbee with 30');
    expect(await ownLines()).toEqual(['lowceiling with 12', 'hollowbee with 30']);
  });

  test('stand among the lines of chat with their why, marked where raised by hand, and so does the button', async () => {
    const { id } = await gully.addRoutine('Raid', [say('welcome')], { triggers: [on('raid', { least: 5 })] });
    await raise({ type: 'raid', name: 'lowceiling', count: 12, message: 'rope up' });
    await gully.said('welcome');
    await control('event', { type: 'raid', name: 'hollowbee', count: 1 });
    await gully.http.post(`/api/routines/${id}/run`).expect(204);
    await until(async () => (await ownLines()).length === 2 || undefined, 'both');
    const events = (await gully.http.get('/api/chat/lines?of=events').expect(200)).body as LineView[];
    expect(
      events.map(({ name, text, event, byHand, outcome }) => [name, text, event, byHand, outcome]),
    ).toEqual([
      ['lowceiling', 'raids with 12 people: rope up', 'raid', true, 'ran'],
      ['hollowbee', 'raids with 1 person', 'raid', false, 'stopped'],
      ['lanternhour', 'starts Raid', 'hand', true, 'ran'],
    ]);
    const why = (await gully.http.get(`/api/chat/lines/${events[0]!.id}/why`)).body as {
      decided: string;
      runs?: string[];
    };
    expect(why.decided).toBe('Started Raid');
    const { body } = await gully.http.get(`/api/runs/${why.runs?.[0] ?? ''}`).expect(200);
    expect(body).toMatchObject({ title: 'Raid', ended: 'done', viewer: 'lowceiling' });
    // Nobody wrote: they are no messages, and what starts one's own runs is told in the activity.
    const found = await gully.http.get('/api/viewers?search=lowceiling');
    expect(found.body).toMatchObject({ viewers: [{ messages: 0 }] });
    const activity = (await gully.http.get('/api/activity?limit=3')).body as ActivityView[];
    expect(activity.map(({ kind, subject, text, about }) => [kind, subject, text, about?.kind])).toEqual([
      ['ran', 'Routine Raid', 'started', 'run'],
      ['stopped', 'Raid', expect.stringContaining('did not start'), 'run'],
      ['event', 'hollowbee', 'raids with 1 person', 'line'],
    ]);
  });

  test('that are long over say so, or start nothing where that is set; each is told of with when it was', async () => {
    await gully.addRoutine('Raid', [say('{{ viewer.name }} is here'), say('welcome')], {
      triggers: [on('raid')],
    });
    await control('event', { type: 'raid', name: 'lowceiling', count: 12, ago: 7_205 });
    await gully.said('welcome');
    expect(await ownLines()).toEqual(['2 h ago: lowceiling is here', 'welcome']);
    await gully.http.put('/api/late-events').send({ value: 'gone', version: 0 }).expect(422);
    await gully.http.put('/api/late-events').send({ value: 'passed-over', version: 0 }).expect(200);
    await control('event', { type: 'follow', name: 'siltlark', ago: 90_000 });
    await control('event', { type: 'raid', name: 'hollowbee', count: 30, ago: 7_205 });
    await control('event', { type: 'raid', name: 'quillrush', count: 5, ago: 500 });
    await gully.said('quillrush is here');
    const { body } = await gully.http.get('/api/activity').expect(200);
    expect((body as { text: string }[]).map(({ text }) => text)).toContain(
      'raids with 30 people, 2 h ago, which started nothing',
    );
    const found = await gully.http.get('/api/viewers?search=siltlark');
    const [follower] = (found.body as { viewers: { followedSince: string }[] }).viewers;
    expect(Date.now() - Date.parse(follower?.followedSince ?? '')).toBeGreaterThan(80_000_000);
    expect((await ownLines()).some((line) => line.includes('hollowbee'))).toBe(false);
  });

  test('say of a viewer what the chat room does not: since when they follow', async () => {
    await gully.addRoutine(
      'Thanks',
      [
        {
          ...say('x'),
          texts: ['{{ viewer.name }} follows since {{ viewer.followed_since | date: "%Y" }}'],
        } as Step,
      ],
      {
        triggers: [on('follow')],
      },
    );
    await raise({ type: 'follow', name: 'lowceiling' });
    const year = String(new Date().getFullYear());
    await gully.said(`lowceiling follows since ${year}`);
    await gully.add({
      name: 'since',
      aliases: [],
      text: 'since {{ viewer.followed_since | date: "%Y" }}, line {{ viewer.messages }}',
    });
    await gully.stop();
    gully = await Gully.inRoom(standin, folder);
    await gully.type('lowceiling', '!since');
    // The line that asks is one of theirs.
    await gully.said(`since ${year}, line 1`);
    // Who an event tells of and who writes are one.
    const { body } = await gully.http.get('/api/viewers?search=lowceiling');
    expect(body).toMatchObject({ total: 1, viewers: [{ messages: 1 }] });
  });

  test('going live starts its routine once, and an event that comes late changes nothing', async () => {
    await gully.addRoutine('Lit', [say('lit')], { triggers: [on('live')] });
    await gully.addRoutine('Out', [say('out')], { triggers: [on('offline')] });
    const guide: Step = { kind: 'remember', id: 'g', name: 'guide', text: 'quillrush', span: 'stream' };
    await gully.add({ name: 'guide', aliases: [], routine: routineOf([guide]) });
    await gully.add({ name: 'who', aliases: [], text: 'guide: {{ remembered.guide | default: "nobody" }}' });
    await raise({ type: 'live' });
    await gully.said('lit');
    await gully.type('pebblewren', '!guide');
    await gully.type('pebblewren', '!who');
    await gully.said('guide: quillrush');
    await standin.events.raise({ type: 'offline', data: {}, at: Date.now() - 60_000 }, 3);
    await standin.events.raise({ type: 'live', data: {}, at: Date.now() - 30_000 }, 3);
    expect((await gully.http.get('/api/stream')).body).toMatchObject({ live: true });
    await raise({ type: 'offline' });
    await gully.said('out');
    expect(await ownLines()).toEqual(['lit', 'guide: quillrush', 'out']);
  });

  test('a stream that began while Gully was away starts its routine, and every wait of a timer', async () => {
    await gully.addRoutine('Lit', [say('lit')], { triggers: [on('live')] });
    const body = { ...BLANK_TIMER, name: 'First', texts: ['first'], lines: 0, first: 0 };
    await gully.http.post('/api/timers').send(body).expect(201);
    await gully.stop();
    await control('stream', { live: true });
    gully = await Gully.inRoom(standin, folder);
    await gully.said('lit');
    await gully.said('first');
    await gully.stop();
    gully = await Gully.inRoom(standin, folder);
    await gully.type('pebblewren', 'still here');
    expect((await ownLines()).sort()).toEqual(['first', 'lit']);
  });

  test('what comes while the chat room is lost runs at once, and is said on return', async () => {
    await gully.addRoutine('Lit', [say('lit')], { triggers: [on('live')] });
    await gully.addRoutine('Raid', [say('{{ viewer.name }} with {{ event.count }}')], {
      triggers: [on('raid')],
    });
    await control('refuse', { seconds: 60 });
    await control('drop', { name: 'gully' });
    await until(() => (gully.connection.open ? undefined : true), 'the loss');
    await raise({ type: 'live' });
    await raise({ type: 'raid', name: 'hollowbee', count: 30 });
    await ended('Lit', 'done');
    await ended('Raid', 'done');
    expect(await ownLines()).toEqual([]);
    await control('refuse', { seconds: 0 });
    await gully.http.post('/api/connection/try').expect(200);
    await gully.said('hollowbee with 30');
    expect(await ownLines()).toEqual(['lit', 'hollowbee with 30']);
  });

  test('a stream that drops for a moment is the same when it is back, over a restart too', async () => {
    await gully.addRoutine('Greet', [say('welcome')], { triggers: [on('arrival')] });
    await gully.addRoutine('Lit', [say('lit')], { triggers: [on('live')] });
    const guide: Step = { kind: 'remember', id: 'g', name: 'guide', text: 'quillrush', span: 'stream' };
    await gully.add({ name: 'guide', aliases: [], routine: routineOf([guide]) });
    await gully.add({ name: 'who', aliases: [], text: 'guide: {{ remembered.guide | default: "nobody" }}' });
    const drop = async (minutes: number): Promise<void> => {
      await raise({ type: 'offline' });
      await until(
        async () =>
          ((await gully.http.get('/api/stream')).body as { live: boolean }).live ? undefined : true,
        'the end',
      );
      await gully.stop();
      gully = await Gully.start(standin, folder);
      await gully.source.query('UPDATE streams SET ended_at = ended_at - ?', [minutes * 60_000]);
      await gully.stop();
      gully = await Gully.inRoom(standin, folder);
      await raise({ type: 'live' });
      await until(
        async () =>
          ((await gully.http.get('/api/stream')).body as { live: boolean }).live ? true : undefined,
        'the stream',
      );
    };
    await raise({ type: 'live' });
    await gully.said('lit');
    await gully.type('pebblewren', '!guide');
    await drop(14);
    await gully.type('pebblewren', '!who');
    await gully.said('guide: quillrush');
    expect((await ownLines()).filter((line) => line === 'welcome')).toHaveLength(1);
    await drop(16);
    await gully.type('pebblewren', '!who');
    await gully.said('guide: nobody');
    expect((await ownLines()).filter((line) => line === 'welcome')).toHaveLength(2);
    expect((await ownLines()).filter((line) => line === 'lit')).toHaveLength(2);
  });

  test('an arrival is once a stream, over a restart too; a return after days away', async () => {
    await gully.addRoutine('Quillrush', [say('the ropes are checked')], {
      triggers: [on('arrival', { viewers: [{ name: 'quillrush', viewer: null }] })],
    });
    await gully.addRoutine('Back', [say('{{ event.count }} days')], {
      triggers: [on('return', { least: 7 })],
    });
    await gully.type('quillrush', 'hello, nobody is live');
    await raise({ type: 'live' });
    await gully.type('pebblewren', 'hello');
    expect((await gully.type('quillrush', 'hello')).brief).toBe('started Quillrush');
    await gully.said('the ropes are checked');
    await gully.stop();
    gully = await Gully.inRoom(standin, folder);
    expect((await gully.type('quillrush', 'again')).brief).toBe('no command');
    await gully.stop();
    gully = await Gully.start(standin, folder);
    await gully.source.query(
      `UPDATE viewers SET last_wrote = last_wrote - 9 * 86400000 WHERE name = 'pebblewren'`,
    );
    await gully.entered();
    await gully.type('pebblewren', 'so long');
    await gully.said('9 days');
    expect((await ownLines()).filter((line) => line === 'the ropes are checked')).toHaveLength(1);
  });

  test('an entrance is not played again within its hours, whichever stream they come to', async () => {
    const quillrush = { viewers: [{ name: 'quillrush', viewer: null }] };
    await gully.addRoutine('Entrance', [say('the ropes are checked')], {
      triggers: [on('arrival', { least: 8, ...quillrush })],
    });
    await raise({ type: 'live' });
    expect((await gully.type('quillrush', 'hello')).brief).toBe('started Entrance');
    await gully.stop();
    for (const [hours, brief] of [
      [7, 'no command'],
      [9, 'started Entrance'],
    ] as const) {
      gully = await Gully.start(standin, folder);
      // The stream they came to is over; so long ago they were there.
      const at = Date.now() - hours * 3_600_000;
      await gully.source.query(
        `INSERT OR IGNORE INTO streams (id, started_at, ended_at) VALUES ('past', 1, 2)`,
      );
      await gully.source.query(`DELETE FROM arrivals WHERE stream_id = 'past'`);
      await gully.source.query(`UPDATE arrivals SET stream_id = 'past', at = ${String(at)}`);
      await gully.source.query(`DELETE FROM streams WHERE id <> 'past'`);
      await gully.stop();
      gully = await Gully.inRoom(standin, folder);
      await raise({ type: 'live' });
      expect((await gully.type('quillrush', 'back again')).brief).toBe(brief);
      await gully.stop();
    }
    gully = await Gully.inRoom(standin, folder);
  });

  test.each([
    ['unsigned', { 'webhook-signature': '' }, 401],
    ['signed by someone else', { 'webhook-signature': `v1,${Buffer.alloc(32).toString('base64')}` }, 401],
    ['from an hour ago', { 'webhook-timestamp': String(Math.floor(Date.now() / 1000) - 3_600) }, 401],
  ])('%s is not taken', async (_, headers, status) => {
    const { body } = await gully.http
      .post('/events')
      .set({ 'webhook-id': 'e1', 'webhook-timestamp': String(Math.floor(Date.now() / 1000)), ...headers })
      .send('{}')
      .expect(status);
    expect(body).toMatchObject({ title: 'The event is not taken' });
  });

  test('by hand a routine runs too, and rehearsed it does nothing', async () => {
    const { id } = await gully.addRoutine('Weather', [say('dry'), wait(5), say('wet')]);
    const draft = {
      name: 'Weather',
      group: '',
      enabled: true,
      triggers: [on('raid')],
      when: { live: 'any', categories: [], from: '', to: '' },
      routine: routineOf([say('as drafted'), wait(5), say('later')]),
    };
    const rehearse = (kind: string) =>
      gully.http.post('/api/rehearsal/events').send({
        session: 'a-rehearsal',
        persona: { name: 'oxbowkid', roles: [] },
        kind,
        count: 3,
        drafts: [{ kind: 'routine', id, body: draft }],
      });
    for (const kind of ['hand', 'raid'])
      expect((await rehearse(kind).expect(200)).body).toMatchObject({
        said: [
          { text: 'as drafted', after: 0 },
          { text: 'later', after: 5 },
        ],
        why: { outcome: 'ran' },
      });
    expect((await rehearse('tip')).body).toMatchObject({
      said: [],
      why: { decided: 'No routine waits for a tip' },
    });
    expect(await ownLines()).toEqual([]);
    await gully.http.post(`/api/routines/${id}/run`).expect(204);
    await gully.said('dry');
  });
});

import { STEP_KINDS } from '@gully/core/channel';
import { afterAll, beforeAll, beforeEach, expect, test } from '@jest/globals';
import { routineOf } from '@gully/core/routines';
import { BLANK_HANDLE, BLANK_QUEUE } from '@gully/core/queue';
import type { Standin } from '@gully/standin/standin';
import { newId } from '../database/index.js';
import {
  drafted,
  Gully,
  lantern,
  newStandin,
  withTexts,
  type Rehearsed,
  waitingFor,
} from '../test-support/index.js';

const MINUTE = 60_000;

let standin: Standin;
let gully: Gully;
let queue: { id: string; version: number };
beforeAll(async () => {
  standin = await newStandin();
  gully = await Gully.inRoom(standin);
});
afterAll(async () => {
  await gully.stop();
  await standin.close();
});
beforeEach(async () => {
  await gully.source.query('DELETE FROM queue_entries');
  await gully.source.query('DELETE FROM streams');
  for (const kind of ['queues', 'handles'])
    for (const { id } of (await gully.http.get(`/api/${kind}`)).body as { id: string }[])
      await gully.http.delete(`/api/${kind}/${id}`).expect(204);
});

const make = async (more: object = {}): Promise<void> => {
  const answer = await gully.http
    .post('/api/queues')
    .send({ ...BLANK_QUEUE, name: 'Ropes', ...more })
    .expect(201);
  queue = answer.body as { id: string; version: number };
};
/** Someone who queued: minutes from the beginning at which they joined, were called and were done. */
const queued = (
  name: string,
  [joined, called, done]: readonly [number, number?, number?],
  more: { state?: string; told?: readonly [number, number]; byHand?: boolean; missed?: number } = {},
): Promise<unknown> => {
  const { state = done === undefined ? 'left' : 'done', told, byHand = false, missed = 0 } = more;
  const at = (minutes: number | undefined) => (minutes === undefined ? null : minutes * MINUTE);
  return gully.source.query(
    `INSERT INTO queue_entries (id, queue_id, viewer_id, name, state, place, sort_key, by_hand, joined_at, told_least,
       told_most, paid, called_at, until, reminded, missed, started_at, ended_at)
     VALUES (?, ?, ?, ?, ?, 1, 1, ?, ?, ?, ?, 0, ?, NULL, 0, ?, ?, ?)`,
    [
      newId(at(joined) ?? 0),
      queue.id,
      `v-${name}`,
      name,
      state,
      Number(byHand),
      at(joined),
      told?.[0] ?? null,
      told?.[1] ?? null,
      at(called),
      missed,
      at(called),
      at(done) ?? at(joined),
    ],
  );
};
const summary = async (query = ''): Promise<Record<string, unknown>> =>
  (await gully.http.get(`/api/queue-history/summary${query}`).expect(200)).body as Record<string, unknown>;

test('a summary tells how turns were shared, who had none, and how many waits matched the estimate', async () => {
  await make();
  await queued('ann', [0, 10, 20], { told: [5, 15] });
  await queued('ann', [30, 40, 52], { told: [20, 30] });
  await queued('bob', [1, 41, 51], { told: [10, 20], missed: 1 });
  await queued('cat', [2], { told: [10, 20] });
  await queued('dan', [3, 4, 5], { told: [30, 40], byHand: true });
  await queued('eve', [4, 60], { state: 'missed' });
  expect(await summary()).toMatchObject({
    ...{ queued: 5, turns: 4, without: expect.arrayContaining(['cat', 'eve']) },
    // Called in time, ten minutes early, and twenty late; who was moved by hand was told of another place.
    ...{ told: 3, right: 1, sooner: 1, later: 1, missedBy: 15, missed: 2 },
    turnMinutes: (10 + 12 + 10 + 1) / 4,
  });
  expect((await summary('?queue=other')).words).toBe('No one has queued yet');
});

test('the history is read from its newest end, by queue, viewer and stream, and never twice', async () => {
  await make();
  for (let n = 0; n < 25; n += 1) await queued(n % 2 === 0 ? 'ann' : 'bob', [n, n + 1, n + 2]);
  await gully.source.query('INSERT INTO streams (id, started_at, ended_at) VALUES (?, ?, ?)', [
    'S1',
    10 * MINUTE,
    14 * MINUTE,
  ]);
  const seen: string[] = [];
  for (let before: string | undefined; ;) {
    const query = before === undefined ? '' : `&before=${encodeURIComponent(before)}`;
    const { body } = await gully.http.get(`/api/queue-history?limit=10${query}`).expect(200);
    const rows = body as { id: string; joinedAt: string }[];
    seen.push(...rows.map(({ joinedAt }) => joinedAt));
    before = rows.at(-1)?.id;
    if (rows.length < 10) break;
  }
  expect(seen).toHaveLength(25);
  expect(seen).toEqual([...new Set(seen)].sort().reverse());
  const inStream = await gully.http.get('/api/queue-history?limit=100&stream=S1').expect(200);
  expect(inStream.body).toHaveLength(5);
  expect((await gully.http.get('/api/queue-history/streams')).body).toMatchObject([{ id: 'S1', queued: 5 }]);
  expect((await summary('?stream=S1')).queued).toBe(2);
});

test('a name that looks like a formula is harmless in the file', async () => {
  await make();
  await queued('=1+1', [0, 1, 2]);
  const { text } = await gully.http.get('/api/queue-history/csv').expect(200);
  expect(text.split('\r\n')[1]).toContain(`'=1+1`);
});

test('a queue is changed, stepped back, deleted and put back; someone else’s change is not overwritten', async () => {
  await make({ name: 'Ropes' });
  const put = (more: object, version: number, status: number) =>
    gully.http
      .put(`/api/queues/${queue.id}`)
      .send({ ...BLANK_QUEUE, name: 'Ropes', ...more, version })
      .expect(status);
  await put({ party: 4 }, 1, 200);
  expect((await put({ party: 2 }, 1, 409)).body).toMatchObject({
    title: 'Someone else saved this queue in the meantime',
    current: { party: 4 },
  });
  await gully.http.post(`/api/queues/${queue.id}/step-back`).send({ version: 2 }).expect(200);
  const [now] = (await gully.http.get('/api/queues')).body as { party: number; version: number }[];
  expect([now?.party, now?.version]).toEqual([1, 3]);
  const versions = await gully.http.get(`/api/versions/queue/${queue.id}`).expect(200);
  expect(versions.body).toHaveLength(3);
  await gully.http.delete(`/api/queues/${queue.id}`).expect(204);
  expect((await gully.http.get('/api/queues')).body).toEqual([]);
  await gully.http.post(`/api/queues/${queue.id}/restore`).expect(200);
  expect((await gully.http.get('/api/queues')).body).toMatchObject([{ name: 'Ropes', party: 1 }]);
});

test('queues and handles travel in a bundle, without what is a channel’s own', async () => {
  await make({ name: 'Ropes', byDefault: true, categories: ['Underledge'] });
  const handle = { ...BLANK_HANDLE, name: 'rope ID', category: 'Underledge', own: 'OD-0001' };
  const { id } = (await gully.http.post('/api/handles').send(handle).expect(201)).body as { id: string };
  const step = { ...STEP_KINDS.queue.blank('q'), queue: queue.id };
  const command = await gully.add({ name: 'ropes', aliases: [], routine: routineOf([step]) });
  const { body: bundle } = await gully.http
    .post('/api/bundles/export')
    .send({
      ...{ commands: [command.id], routines: [], lists: [], queues: [], handles: [id] },
      ...{ title: 'Ropes', author: '', note: '', questions: [] },
    })
    .expect(200);
  // What the command refers to comes along, by name.
  expect(bundle).toMatchObject({
    queues: [{ name: 'Ropes', byDefault: false, categories: ['Underledge'] }],
    handles: [{ name: 'rope ID', own: '' }],
    commands: [{ routine: { steps: [{ queue: 'Ropes' }] } }],
  });
  await gully.http.delete(`/api/commands/${command.id}`).expect(204);
  await gully.http.delete(`/api/queues/${queue.id}`).expect(204);
  const choices = [
    { kind: 'queues', name: 'Ropes', action: 'take', as: '' },
    { kind: 'commands', name: 'ropes', action: 'take', as: '' },
  ];
  await gully.http.post('/api/bundles/take').send({ bundle, choices }).expect(200);
  const [taken] = (await gully.http.get('/api/queues')).body as { id: string }[];
  const commands = (await gully.http.get('/api/commands')).body as {
    id: string;
    trigger: { name: string };
    routine: { steps: { queue?: string }[] };
  }[];
  const own = commands.find(({ trigger }) => trigger.name === 'ropes');
  expect(own?.routine.steps[0]?.queue).toBe(taken?.id);
  await gully.http.delete(`/api/commands/${own?.id ?? ''}`).expect(204);
});

test('the rehearsal has a queue and a handle in force that are not saved, says what it would say, and changes nothing', async () => {
  await make({ name: 'Ropes' });
  const body = {
    ...BLANK_QUEUE,
    name: 'Ropes',
    says: {
      ...BLANK_QUEUE.says,
      called: 'Ring, {{ viewer.name }}!',
      reminder: '',
      back: '{{ viewer.name }} is back in line',
    },
  };
  const handle = { ...BLANK_HANDLE, name: 'rope ID', category: '', pattern: '[A-Z]+', example: 'KV' };
  const does = (name: string, act: 'join' | 'call' | 'open') =>
    lantern({
      name,
      aliases: [],
      routine: routineOf([
        { ...STEP_KINDS.queue.blank('q'), does: act, handle: '{{ input.all }}', ifFails: 'go-on' },
        { ...STEP_KINDS.say.blank('s'), texts: ['{{ remembered.failure }}{{ queue.place }}'] },
      ]),
    });
  const drafts = [
    ...drafted(does('rjoin', 'join'), does('rcall', 'call'), does('ropen', 'open')).map((draft, n) => ({
      ...draft,
      id: `draft${String(n)}`,
    })),
    { kind: 'queue', id: queue.id, body },
    { kind: 'handle', body: { ...handle, category: 'Underledge' } },
    { kind: 'routine', body: waitingFor('called', 'Rope up in {{ queue.name }}') },
  ];
  const type = async (text: string, ahead = 0): Promise<Rehearsed> => {
    const answer = await gully.http
      .post('/api/rehearsal/lines')
      .send({
        ...{ session: 'session-of-queues', ahead, category: 'Underledge', live: true, drafts, text },
        persona: { name: 'pebblewren', roles: ['moderator'] },
      })
      .expect(200);
    return withTexts(answer.body);
  };
  await type('!ropen');
  expect((await type('!rjoin kv')).said).toEqual(['that is no rope ID; one looks like KV']);
  expect((await type('!rjoin KV')).said).toEqual(['1']);
  const called = await type('!rcall');
  expect(called.effects).toContain('calls pebblewren in Ropes, to answer within 30 s');
  // What follows live follows here: its message, the routine that waits for it, and the clock.
  expect(called.said).toEqual(['Ring, pebblewren!', 'Rope up in Ropes']);
  expect((await type('hello', 31)).said).toEqual(['pebblewren is back in line']);
  const { body: standing } = await gully.http.get('/api/queues/standing').expect(200);
  expect(standing).toMatchObject({ queues: [{ name: 'Ropes', open: false, entries: [] }] });
});

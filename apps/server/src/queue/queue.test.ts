import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { NO_CURRENCY } from '@gully/core/currency';
import { BLANK_HANDLE, BLANK_QUEUE, type QueueBody } from '@gully/core/queue';
import type { Standin } from '@gully/standin/standin';
import { StreamService } from '../stream/index.js';
import { FaultyDisk, Gully, newFolder, newStandin, until } from '../test-support/index.js';
import { QueueClock } from './index.js';

const MOD = ['moderator'];
const ROPE_ID = {
  ...BLANK_HANDLE,
  ...{ name: 'rope ID', category: 'Underledge', pattern: '[A-Z]{2}-[0-9]{4}', example: 'KV-2047' },
  own: 'OD-0001',
};

interface Standing {
  id: string;
  name: string;
  open: boolean;
  current: boolean;
  entries: {
    id: string;
    viewer: string;
    name: string;
    state: string;
    place: number;
    handle: string | null;
  }[];
}

let standin: Standin;
let gully: Gully;
let folder: string;
let queue: string;
beforeEach(async () => {
  standin = await newStandin();
  folder = newFolder();
  gully = await Gully.inRoom(standin, folder, { GULLY_CHAT_LIMIT_MODERATOR: '1000' });
  standin.stream.set({ live: true, category: 'Underledge' }, Date.now() - 3_600_000);
  await gully.app.get(StreamService).ask();
});
afterEach(async () => {
  await gully.stop();
  await standin.close();
});

const restart = async (): Promise<void> => {
  gully = await Gully.inRoom(standin, folder, { GULLY_CHAT_LIMIT_MODERATOR: '1000' });
};
const make = async (more: Partial<QueueBody> = {}): Promise<string> => {
  const body = { ...BLANK_QUEUE, name: 'Underledge ropes', categories: ['Underledge'], ...more };
  const { body: made } = await gully.http.post('/api/queues').send(body).expect(201);
  queue = (made as { id: string }).id;
  return queue;
};
const standing = async (): Promise<Standing> => {
  const { body } = await gully.http.get('/api/queues/standing').expect(200);
  const found = (body as { queues: Standing[] }).queues.find(({ id }) => id === queue);
  if (found === undefined) throw new Error('there is no such queue');
  return found;
};
/** `pebblewren called`, `oxbowkid 1`: everybody in it, with their place where they wait. */
const inIt = async (): Promise<string[]> =>
  (await standing()).entries.map(
    ({ name, state, place }) => `${name} ${place === 0 ? state : String(place)}`,
  );
const entry = async (name: string) => (await standing()).entries.find((each) => each.name === name)!;
const act = (does: string, more: object = {}, status = 200) =>
  gully.http
    .post(`/api/queues/${queue}/acts`)
    .send({ does, ...more })
    .expect(status);
/** Moves the moment a call runs out, and lets the clock look then. */
const callRunsOut = async (): Promise<void> => {
  await gully.app.get(QueueClock).look(Date.now() + 31_000);
};
const join_ = async (...names: string[]): Promise<void> => {
  for (const name of names) {
    await gully.type(name, '!join');
    await until(
      async () => ((await inIt()).some((each) => each.startsWith(`${name} `)) ? true : undefined),
      name,
    );
  }
};

describe('from chat alone', () => {
  test('a moderator runs an evening; whoever comes back does not type their handle again', async () => {
    await make();
    await gully.http.post('/api/handles').send(ROPE_ID).expect(201);
    await gully.takeIn('queue');
    await gully.type('pebblewren', '!join KV-2047');
    await gully.said('pebblewren, Underledge ropes is closed.');
    await gully.type('brackenfold', '!queue open', MOD);
    await gully.said('Underledge ropes is open. Join with !join.');
    await gully.type('oxbowkid', '!join');
    await gully.said('oxbowkid, type your rope ID after the command; one looks like KV-2047.');
    await gully.type('oxbowkid', '!join kv2047');
    await gully.said('oxbowkid, that is no rope ID; one looks like KV-2047.');
    await gully.type('pebblewren', '!join KV-2047');
    await gully.said('pebblewren is in at place 1: nobody can tell yet how long.');
    await gully.type('oxbowkid', '!join KV-2047');
    await gully.said('oxbowkid, that rope ID is somebody else’s.');
    await gully.type('oxbowkid', '!join OX-0001');
    await gully.said('oxbowkid is in at place 2: nobody can tell yet how long.');
    await gully.type('oxbowkid', '!handle OX-0002');
    await gully.said('oxbowkid: OX-0001 is now OX-0002.');
    await gully.type('brackenfold', '!bump nobody_here', MOD);
    await gully.line(({ own, text }) => own && text.includes('Type it as !bump <who>'), 'the usage');
    await gully.type('brackenfold', '!bump oxbowkid', MOD);
    await gully.said('oxbowkid holds a bump, to go to the front when they like.');
    await gully.type('brackenfold', '!bump oxbowkid', MOD);
    await gully.said('brackenfold, oxbowkid holds a bump already.');
    await gully.type('oxbowkid', '!front');
    await gully.said('oxbowkid moves to the front.');
    await gully.type('tallowfen', '!queue');
    await gully.said('Underledge ropes: 1. oxbowkid, 2. pebblewren.');
    await gully.type('brackenfold', '!next', MOD);
    await gully.said('oxbowkid, your turn in Underledge ropes: type !here within 30 s.');
    await gully.type('quillrush', '!next', MOD);
    await gully.line(
      ({ own, text }) => own && /^quillrush, oxbowkid is being called already, \d+ s left\.$/u.test(text),
      'the second is told',
    );
    await gully.type('oxbowkid', '!here');
    await gully.said('oxbowkid (OX-0002) is in. Look for OD-0001.');
    await gully.type('brackenfold', '!done', MOD);
    await gully.said('Underledge ropes: the turn is over.');
    expect(await inIt()).toEqual(['pebblewren 1']);
    await gully.type('oxbowkid', '!join');
    await gully.said('oxbowkid is in at place 2: nobody can tell yet how long.');
    expect((await entry('oxbowkid')).handle).toBe('OX-0002');
    const csv = (await gully.http.get(`/api/queue-history/csv?queue=${queue}`)).text.split('\r\n');
    expect(csv[2]).toMatch(/^Underledge ropes,oxbowkid,.+,done,,,0$/u);
    const outputs = (name: string): string => readFileSync(join(folder, 'outputs', `${name}.txt`), 'utf8');
    await until(() => (existsSync(join(folder, 'outputs', 'queue.txt')) ? true : undefined), 'the outputs');
    await until(() => (outputs('queue').includes('2. oxbowkid') ? true : undefined), 'the list');
    expect([outputs('queue-next'), outputs('queue-called')]).toEqual(['pebblewren', '']);
  });

  test('a call that is missed starts a routine, and leads back once, then out', async () => {
    await make({ call: { ...BLANK_QUEUE.call, places: 1 } });
    await gully.takeIn('queue');
    await gully.addRoutine(
      'Missed',
      [{ kind: 'say', id: 's', texts: ['{{ viewer.name }} missed {{ event.message }}'], order: 'random' }],
      {
        triggers: [{ id: 't', event: 'missed', least: 0, lowestRole: 'viewer', viewers: [] }],
      },
    );
    await act('open');
    await join_('pebblewren', 'oxbowkid');
    await act('call');
    await callRunsOut();
    await gully.said('pebblewren did not answer and moves back to place 2.');
    await gully.said('pebblewren missed Underledge ropes');
    expect(await inIt()).toEqual(['oxbowkid 1', 'pebblewren 2']);
    await act('choose', { entry: (await entry('pebblewren')).id });
    await callRunsOut();
    await gully.said('pebblewren did not answer and is out of Underledge ropes.');
    expect(await inIt()).toEqual(['oxbowkid 1']);
  });
});

describe('in the control room', () => {
  test('everything is done, and each act taken back once', async () => {
    await make();
    await gully.takeIn('queue');
    const undo = async (answer: { body: unknown }, status = 204): Promise<unknown> => {
      const { undo: id } = answer.body as { undo: string };
      return (await gully.http.post(`/api/queues/acts/${id}/undo`).expect(status)).body;
    };
    await act('open');
    await join_('pebblewren', 'oxbowkid', 'tallowfen');
    const moved = await act('move', {
      entry: (await entry('tallowfen')).id,
      before: (await entry('pebblewren')).id,
    });
    expect(await inIt()).toEqual(['tallowfen 1', 'pebblewren 2', 'oxbowkid 3']);
    await undo(moved);
    expect(await inIt()).toEqual(['pebblewren 1', 'oxbowkid 2', 'tallowfen 3']);
    await undo(moved, 409);
    const removed = await act('remove', { entry: (await entry('oxbowkid')).id });
    expect(await inIt()).toEqual(['pebblewren 1', 'tallowfen 2']);
    await undo(removed);
    expect(await inIt()).toEqual(['pebblewren 1', 'oxbowkid 2', 'tallowfen 3']);
    const called = await act('call');
    await undo(called);
    expect(await inIt()).toEqual(['pebblewren 1', 'oxbowkid 2', 'tallowfen 3']);
    const two = await Promise.all([
      act('call'),
      gully.http.post(`/api/queues/${queue}/acts`).send({ does: 'call' }),
    ]);
    expect(two.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect(two.find(({ status }) => status === 409)?.body).toMatchObject({
      title: 'Nothing was changed',
      detail: expect.stringMatching(/^Pebblewren is being called already/iu) as unknown,
    });
    await gully.type('pebblewren', '!here');
    await until(async () => ((await inIt())[0] === 'pebblewren playing' ? true : undefined), 'the answer');
    expect(
      await undo(
        two.find(({ status }) => status === 200)!,
        409,
      ),
    ).toMatchObject({
      detail: 'Pebblewren has done something since; nothing was taken back.',
    });
    await gully.http.delete(`/api/queues/${queue}`).expect(409);
    await act('empty');
    expect(await inIt()).toEqual([]);
    await gully.http.delete(`/api/queues/${queue}`).expect(204);
  });

  test('bad input is refused by place, and nothing is changed', async () => {
    const { body } = await gully.http
      .post('/api/queues')
      .send({ ...BLANK_QUEUE, name: '', places: 0, says: { ...BLANK_QUEUE.says, called: '{{ viewer.name' } })
      .expect(422);
    expect(Object.keys((body as { fields: object }).fields).sort()).toEqual([
      'name',
      'places',
      'says.called',
    ]);
    await make({ byDefault: true });
    const second = await gully.http
      .post('/api/queues')
      .send({ ...BLANK_QUEUE, name: 'Duels', byDefault: true });
    expect(second.body).toMatchObject({
      fields: { byDefault: expect.stringContaining('Underledge ropes') as unknown },
    });
    await act('add', {}, 409);
    await act('remove', { entry: 'nobody' }, 409);
    await act('sing', {}, 422);
    await gully.http.post('/api/queues/none/acts').send({ does: 'open' }).expect(404);
    await gully.http
      .post('/api/handles')
      .send({ ...ROPE_ID, pattern: '(' })
      .expect(422);
  });
});

describe('people', () => {
  test('who are banned, merged or erased are out of it or in it once, and what they paid is accounted for', async () => {
    const FLINT = { ...NO_CURRENCY, enabled: true, one: 'flint', many: 'flint' };
    await gully.http.put('/api/currency').send({ value: FLINT, version: 0 }).expect(200);
    await make({ cost: 30, call: { ...BLANK_QUEUE.call, seconds: 600 } });
    await gully.takeIn('queue');
    await act('open');
    const names = ['pebblewren', 'oxbowkid', 'tallowfen', 'cheap_ropes_4u'];
    for (const name of names) await gully.type(name, 'hello');
    const known = await gully.source.query<{ id: string; name: string }[]>('SELECT id, name FROM viewers');
    const ids = new Map(known.map((row) => [row.name, row.id]));
    const id = (name: string): string => ids.get(name) ?? '';
    await gully.type('tallowfen', '!join');
    await gully.said('tallowfen, a place costs 30 flint, and you have 0.');
    const viewers = names.map(id);
    await gully.http
      .post('/api/currency/by-hand')
      .send({ does: 'give', amount: 100, viewers, key: 'for everybody' })
      .expect(200);
    await join_(...names);
    const escrow = async (): Promise<number> =>
      (
        await gully.source.query<{ balance: number }[]>(
          `SELECT coalesce(sum(balance), 0) AS balance FROM accounts WHERE kind = 'escrow'`,
        )
      )[0]!.balance;
    expect(await escrow()).toBe(120);
    await act('choose', { entry: (await entry('cheap_ropes_4u')).id });
    await gully.http
      .post(`/api/guard/viewers/${id('cheap_ropes_4u')}/act`)
      .send({ does: 'ban', seconds: 1, reason: '' })
      .expect(204);
    await until(async () => ((await inIt()).length === 3 ? true : undefined), 'the banned one is out');
    expect(await escrow()).toBe(90);
    await gully.http
      .post(`/api/viewers/${id('pebblewren')}/merge`)
      .send({ from: id('oxbowkid') })
      .expect(200);
    expect(await inIt()).toEqual(['pebblewren 1', 'tallowfen 2']);
    expect(await escrow()).toBe(90);
    // What both accounts had paid is theirs.
    await gully.type('pebblewren', '!leave');
    await gully.said('pebblewren has left Underledge ropes.');
    expect(await escrow()).toBe(30);
    await gully.http.post(`/api/viewers/${id('tallowfen')}/erase`).expect(204);
    expect([await inIt(), await escrow()]).toEqual([[], 0]);
    const { text } = await gully.http.get('/api/queue-history/csv').expect(200);
    expect(text).not.toContain('tallowfen');
    const rows = await gully.source.query<{ sum: number }[]>('SELECT sum(balance) AS sum FROM accounts');
    expect(rows).toEqual([{ sum: 0 }]);
  });
});

describe('over a restart', () => {
  test('everybody stands where they stood, and a call that ran out meanwhile is missed at once, as Gully says', async () => {
    await make({ call: { ...BLANK_QUEUE.call, places: 2 } });
    await gully.takeIn('queue');
    await act('open');
    await join_('pebblewren', 'oxbowkid', 'tallowfen');
    await act('call');
    const { viewer } = await entry('oxbowkid');
    await gully.http.put(`/api/queues/bumps/${viewer}`).send({ holds: true }).expect(204);
    await gully.stop();
    await restart();
    expect(await inIt()).toEqual(['pebblewren called', 'oxbowkid 1', 'tallowfen 2']);
    await gully.http.put(`/api/queues/bumps/${viewer}`).send({ holds: true }).expect(409);
    await gully.source.query('UPDATE queue_entries SET until = until - 60000 WHERE until IS NOT NULL');
    await gully.stop();
    await restart();
    await gully.said('pebblewren did not answer while the bot was off and moves back to place 3.');
    expect(await inIt()).toEqual(['oxbowkid 1', 'tallowfen 2', 'pebblewren 3']);
  });

  test('on a disk that takes nothing nobody is told of what was not written', async () => {
    await make();
    await gully.takeIn('queue');
    await act('open');
    await join_('pebblewren');
    const disk = new FaultyDisk(gully.source);
    disk.refuse((sql) => sql === 'COMMIT');
    await act('call', {}, 500);
    expect(await inIt()).toEqual(['pebblewren 1']);
    disk.heal();
    await act('call');
    expect(await inIt()).toEqual(['pebblewren called']);
    expect((await gully.lines()).filter(({ own, text }) => own && text.includes('your turn'))).toHaveLength(
      1,
    );
  });
});

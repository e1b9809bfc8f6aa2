import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { NO_CURRENCY } from '@gully/core/currency';
import { BLANK_QUEUE } from '@gully/core/queue';
import { FaultyDisk, queueing, ROPE_ID, until } from '../test-support/index.js';

const MOD = ['moderator'];
const room = queueing();
const { make, act, undo, entry, inIt, join, callRunsOut, restart } = room;

describe('from chat alone', () => {
  test('a moderator runs an evening; whoever comes back does not type their handle again', async () => {
    await make();
    await room.gully.http.post('/api/handles').send(ROPE_ID).expect(201);
    await room.gully.takeIn('queue');
    await room.gully.type('pebblewren', '!join KV-2047');
    await room.gully.said('pebblewren, Underledge ropes is closed.');
    await room.gully.type('brackenfold', '!queue open', MOD);
    await room.gully.said('Underledge ropes is open. Join with !join.');
    await room.gully.type('oxbowkid', '!join');
    await room.gully.said('oxbowkid, type your rope ID after the command; one looks like KV-2047.');
    await room.gully.type('oxbowkid', '!join kv2047');
    await room.gully.said('oxbowkid, that is no rope ID; one looks like KV-2047.');
    await room.gully.type('pebblewren', '!join KV-2047');
    await room.gully.said('pebblewren is number 1 in line: wait not known yet.');
    await room.gully.type('oxbowkid', '!join KV-2047');
    await room.gully.said('oxbowkid, that rope ID is someone else’s.');
    await room.gully.type('oxbowkid', '!join OX-0001');
    await room.gully.said('oxbowkid is number 2 in line: wait not known yet.');
    await room.gully.type('oxbowkid', '!handle OX-0002');
    await room.gully.said('oxbowkid: OX-0001 is now OX-0002.');
    await room.gully.type('oxbowkid', '!handle');
    await room.gully.said('oxbowkid: OX-0002.');
    await room.gully.type('brackenfold', '!bump nobody_here', MOD);
    await room.gully.line(({ own, text }) => own && text.includes('Type it as !bump <who>'), 'the usage');
    await room.gully.type('brackenfold', '!bump oxbowkid', MOD);
    await room.gully.said('oxbowkid holds a bump, to go to the front when they like.');
    await room.gully.type('brackenfold', '!bump oxbowkid', MOD);
    await room.gully.said('brackenfold, oxbowkid holds a bump already.');
    await room.gully.type('oxbowkid', '!front');
    await room.gully.said('oxbowkid moves to the front.');
    await room.gully.type('tallowfen', '!queue');
    await room.gully.said('Underledge ropes: 1. oxbowkid, 2. pebblewren.');
    await room.gully.type('brackenfold', '!next', MOD);
    await room.gully.said('oxbowkid, your turn in Underledge ropes: type !here within 30 s.');
    await room.gully.type('quillrush', '!next', MOD);
    await room.gully.line(
      ({ own, text }) => own && /^quillrush, the call to oxbowkid is still open, \d+ s left\.$/u.test(text),
      'the second is told',
    );
    await room.gully.type('oxbowkid', '!here');
    await room.gully.said('oxbowkid (OX-0002) is in. Look for OD-0001.');
    await room.gully.type('brackenfold', '!done', MOD);
    await room.gully.said('Underledge ropes: the turn is over.');
    expect(await inIt()).toEqual(['pebblewren 1']);
    await room.gully.type('oxbowkid', '!join');
    await room.gully.said('oxbowkid is number 2 in line: wait not known yet.');
    expect((await entry('oxbowkid')).handle).toBe('OX-0002');
    const csv = (await room.gully.http.get(`/api/queue-history/csv?queue=${room.queue}`)).text.split('\r\n');
    expect(csv[2]).toMatch(/^Underledge ropes,oxbowkid,.+,done,,,0$/u);
    const outputs = (name: string): string =>
      readFileSync(path.join(room.folder, 'outputs', `${name}.txt`), 'utf8');
    await until(
      () => (existsSync(path.join(room.folder, 'outputs', 'queue.txt')) ? true : undefined),
      'the outputs',
    );
    await until(() => (outputs('queue').includes('2. oxbowkid') ? true : undefined), 'the list');
    expect([outputs('queue-next'), outputs('queue-called')]).toEqual(['pebblewren', '']);
  });

  test('a call that is missed starts a routine, and leads back once, then out', async () => {
    await make({ call: { ...BLANK_QUEUE.call, places: 1 } });
    await room.gully.takeIn('queue');
    await room.gully.addRoutine(
      'Missed',
      [{ kind: 'say', id: 's', texts: ['{{ viewer.name }} missed {{ event.message }}'], order: 'random' }],
      {
        triggers: [{ id: 't', event: 'missed', least: 0, lowestRole: 'viewer', viewers: [] }],
      },
    );
    await act('open');
    await join('pebblewren', 'oxbowkid');
    await act('call');
    await callRunsOut();
    await room.gully.said('pebblewren did not answer and moves back to place 2.');
    await room.gully.said('pebblewren missed Underledge ropes');
    expect(await inIt()).toEqual(['oxbowkid 1', 'pebblewren 2']);
    await act('choose', { entry: (await entry('pebblewren')).id });
    await callRunsOut();
    await room.gully.said('pebblewren did not answer and is out of Underledge ropes.');
    expect(await inIt()).toEqual(['oxbowkid 1']);
  });
});

describe('in the control room', () => {
  test('everything is done, and each act taken back once', async () => {
    await make();
    await room.gully.takeIn('queue');
    await act('open');
    await join('pebblewren', 'oxbowkid', 'tallowfen');
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
      room.gully.http.post(`/api/queues/${room.queue}/acts`).send({ does: 'call' }),
    ]);
    expect(two.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect(two.find(({ status }) => status === 409)?.body).toMatchObject({
      title: 'Nothing was changed',
      detail: expect.stringMatching(/^The call to pebblewren is still open/u) as unknown,
    });
    await room.gully.type('pebblewren', '!here');
    await until(async () => ((await inIt())[0] === 'pebblewren playing' ? true : undefined), 'the answer');
    expect(
      await undo(
        two.find(({ status }) => status === 200)!,
        409,
      ),
    ).toMatchObject({
      detail: 'Pebblewren has done something since; nothing was taken back.',
    });
    await room.gully.http.delete(`/api/queues/${room.queue}`).expect(409);
    await act('empty');
    expect(await inIt()).toEqual([]);
    await room.gully.http.delete(`/api/queues/${room.queue}`).expect(204);
  });

  test('bad input is refused by place, and nothing is changed', async () => {
    const { body } = await room.gully.http
      .post('/api/queues')
      .send({ ...BLANK_QUEUE, name: '', places: 0, says: { ...BLANK_QUEUE.says, called: '{{ viewer.name' } })
      .expect(422);
    expect(Object.keys((body as { fields: object }).fields).sort()).toEqual([
      'name',
      'places',
      'says.called',
    ]);
    await make({ byDefault: true });
    const second = await room.gully.http
      .post('/api/queues')
      .send({ ...BLANK_QUEUE, name: 'Duels', byDefault: true });
    expect(second.body).toMatchObject({
      fields: { byDefault: expect.stringContaining('Underledge ropes') as unknown },
    });
    await act('add', {}, 409);
    await act('remove', { entry: 'nobody' }, 409);
    await act('sing', {}, 422);
    await room.gully.http.post('/api/queues/none/acts').send({ does: 'open' }).expect(404);
    await room.gully.http
      .post('/api/handles')
      .send({ ...ROPE_ID, pattern: '(' })
      .expect(422);
  });
});

describe('over a restart', () => {
  test('everyone stands where they stood, and a call that ran out meanwhile is missed at once, as Gully says', async () => {
    await make({ call: { ...BLANK_QUEUE.call, places: 2 } });
    await room.gully.takeIn('queue');
    await act('open');
    await join('pebblewren', 'oxbowkid', 'tallowfen');
    await act('call');
    const { viewer } = await entry('oxbowkid');
    await room.gully.http.put(`/api/queues/bumps/${viewer}`).send({ holds: true }).expect(204);
    await room.gully.stop();
    await restart();
    expect(await inIt()).toEqual(['pebblewren called', 'oxbowkid 1', 'tallowfen 2']);
    await room.gully.http.put(`/api/queues/bumps/${viewer}`).send({ holds: true }).expect(409);
    await room.gully.source.query('UPDATE queue_entries SET until = until - 60000 WHERE until IS NOT NULL');
    await room.gully.stop();
    await restart();
    await room.gully.said('pebblewren did not answer while the bot was off and moves back to place 3.');
    expect(await inIt()).toEqual(['oxbowkid 1', 'tallowfen 2', 'pebblewren 3']);
  });

  test('on a disk that takes nothing nobody is told of what was not written, and nobody pays for it', async () => {
    const FLINT = { ...NO_CURRENCY, enabled: true, one: 'flint', many: 'flint' };
    await room.gully.http.put('/api/currency').send({ value: FLINT, version: 0 }).expect(200);
    await make({ cost: 30 });
    await room.gully.takeIn('queue');
    await act('open');
    await room.gully.type('pebblewren', 'hello');
    const viewers = await room.gully.source.query<{ id: string }[]>('SELECT id FROM viewers');
    const id = viewers[0]?.id ?? '';
    const given = { does: 'give', amount: 100, viewers: [id], key: 'for the queue' };
    await room.gully.http.post('/api/currency/by-hand').send(given).expect(200);
    const balance = async () => (await room.gully.http.get(`/api/currency/viewers/${id}`)).body as unknown;
    const disk = new FaultyDisk(room.gully.source);
    disk.refuse((sql) => sql.startsWith('INSERT INTO queue_entries'));
    await room.gully.type('pebblewren', '!join');
    expect([await inIt(), await balance()]).toEqual([[], expect.objectContaining({ balance: 100 })]);
    disk.heal();
    await join('pebblewren');
    expect(await balance()).toMatchObject({ balance: 70 });
    disk.refuse((sql) => sql === 'COMMIT');
    await act('call', {}, 507);
    expect(await inIt()).toEqual(['pebblewren 1']);
    disk.heal();
    await act('call');
    expect(await inIt()).toEqual(['pebblewren called']);
    expect(
      (await room.gully.lines()).filter(({ own, text }) => own && text.includes('your turn')),
    ).toHaveLength(1);
  });
});

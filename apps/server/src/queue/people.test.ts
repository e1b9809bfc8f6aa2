import { describe, expect, test } from '@jest/globals';
import { NO_CURRENCY } from '@gully/core/currency';
import { BLANK_QUEUE } from '@gully/core/queue';
import { queueing, RawClient, ROPE_ID, until } from '../test-support/index.js';

const room = queueing();
const { make, act, undo, entry, inIt, join, playing } = room;

describe('people', () => {
  test('who are banned, merged or erased are out of it or in it once, and what they paid is accounted for', async () => {
    const FLINT = { ...NO_CURRENCY, enabled: true, one: 'flint', many: 'flint' };
    await room.gully.http.put('/api/currency').send({ value: FLINT, version: 0 }).expect(200);
    await make({ cost: 30, call: { ...BLANK_QUEUE.call, seconds: 600 } });
    await room.gully.takeIn('queue');
    await act('open');
    const names = ['pebblewren', 'oxbowkid', 'tallowfen', 'cheap_ropes_4u'];
    for (const name of names) await room.gully.type(name, 'hello');
    const known = await room.gully.source.query<{ id: string; name: string }[]>(
      'SELECT id, name FROM viewers',
    );
    const ids = new Map(known.map((row) => [row.name, row.id]));
    const id = (name: string): string => ids.get(name) ?? '';
    await room.gully.type('tallowfen', '!join');
    await room.gully.said('tallowfen, a place costs 30 flint, and you have 0.');
    const viewers = names.map(id);
    await room.gully.http
      .post('/api/currency/by-hand')
      .send({ does: 'give', amount: 100, viewers, key: 'for everyone' })
      .expect(200);
    await join(...names);
    const escrow = async (): Promise<number> =>
      (
        await room.gully.source.query<{ balance: number }[]>(
          `SELECT coalesce(sum(balance), 0) AS balance FROM accounts WHERE kind = 'escrow'`,
        )
      )[0]!.balance;
    expect(await escrow()).toBe(120);
    await act('choose', { entry: (await entry('cheap_ropes_4u')).id });
    await room.gully.http
      .post(`/api/guard/viewers/${id('cheap_ropes_4u')}/act`)
      .send({ does: 'ban', seconds: 1, reason: '' })
      .expect(204);
    await until(async () => ((await inIt()).length === 3 ? true : undefined), 'the banned one is out');
    expect(await escrow()).toBe(90);
    await room.gully.http
      .post(`/api/viewers/${id('pebblewren')}/merge`)
      .send({ from: id('oxbowkid') })
      .expect(200);
    expect(await inIt()).toEqual(['pebblewren 1', 'tallowfen 2']);
    expect(await escrow()).toBe(90);
    // What both accounts had paid is theirs.
    await room.gully.type('pebblewren', '!leave');
    await room.gully.said('pebblewren has left Underledge ropes.');
    expect(await escrow()).toBe(30);
    const removed = await act('remove', { entry: (await entry('tallowfen')).id });
    await undo(removed);
    expect(await escrow()).toBe(30);
    const again = await act('remove', { entry: (await entry('tallowfen')).id });
    await act('add', { viewer: id('tallowfen') });
    await room.gully.http.post(`/api/viewers/${id('tallowfen')}/erase`).expect(204);
    expect([await inIt(), await escrow()]).toEqual([[], 0]);
    // Nobody who was erased comes back by an undo that still knows their name.
    await room.gully.http.post(`/api/queues/acts/${(again.body as { undo: string }).undo}/undo`).expect(409);
    expect(await inIt()).toEqual([]);
    const { text } = await room.gully.http.get('/api/queue-history/csv').expect(200);
    expect(text).not.toContain('tallowfen');
    const rows = await room.gully.source.query<{ sum: number }[]>('SELECT sum(balance) AS sum FROM accounts');
    expect(rows).toEqual([{ sum: 0 }]);
  });
});

describe('while people wait', () => {
  test('whoever takes another name is called by it, and a private answer is theirs alone', async () => {
    await make({ call: { ...BLANK_QUEUE.call, privately: true } });
    await room.gully.http.post('/api/handles').send(ROPE_ID).expect(201);
    await room.gully.takeIn('queue');
    await act('open');
    const moth = await RawClient.join(room.standin.ircPort, 'mossmoth');
    moth.send('PRIVMSG #lanternhour :!join MM-0001');
    await room.gully.said('mossmoth is number 1 in line: wait not known yet.');
    moth.send('NICK moth_below', 'PRIVMSG #lanternhour :still here');
    await room.gully.line(({ name }) => name === 'moth_below', 'the new name');
    await act('call');
    await room.gully.said('moth_below, your turn in Underledge ropes: type !here within 30 s.');
    moth.send('PRIVMSG #lanternhour :!here');
    await moth.until(/PRIVMSG moth_below :moth_below \(MM-0001\) is in\. Look for OD-0001\./u);
    expect(moth.lines.filter((line) => /PRIVMSG #lanternhour :.*OD-0001/u.test(line))).toEqual([]);
    moth.close();
  });

  test('another category leaves them where they are, and commands mean its own queue', async () => {
    await make();
    await room.gully.takeIn('queue');
    await act('open');
    await join('pebblewren', 'oxbowkid');
    const ropes = room.queue;
    await make({ name: 'Dash duels', categories: ['Dash'], lowestRole: 'viewer' });
    await act('open');
    await playing('Dash');
    await room.gully.type('pebblewren', '!join');
    await room.gully.said('pebblewren is number 1 in line: wait not known yet.');
    expect((await room.gully.lines()).filter(({ text }) => text === '!join')).toHaveLength(3);
    expect(await inIt()).toEqual(['pebblewren 1']);
    room.queue = ropes;
    expect(await inIt()).toEqual(['pebblewren 1', 'oxbowkid 2']);
    await act('call');
    await room.gully.said('pebblewren, your turn in Underledge ropes: type !here within 30 s.');
    // Called in the one, they answer there; others leave and are looked up where they are.
    await room.gully.type('pebblewren', '!here');
    await room.gully.said('pebblewren is in.');
    await room.gully.type('oxbowkid', '!place');
    await room.gully.said('oxbowkid is at place 1 of 1: wait not known yet.');
    await room.gully.type('oxbowkid', '!leave');
    await room.gully.said('oxbowkid has left Underledge ropes.');
    await room.gully.type('mossmoth', '!done', ['moderator']);
    await room.gully.said('Underledge ropes: the turn is over.');
    await room.gully.type('mossmoth', '!next', ['moderator']);
    await room.gully.said('pebblewren, your turn in Dash duels: type !here within 30 s.');
    await room.gully.type('mossmoth', '!queue empty', ['moderator']);
    await room.gully.said('Dash duels is closed and empty. Those waiting got back what they paid.');
    expect((await inIt()).length).toBe(0);
  });

  test('it closes by itself after so many, and a subscriber’s head start holds for those who join', async () => {
    await make({
      order: 'head-start',
      headStart: { ...BLANK_QUEUE.headStart, subscriber: 10 },
      closes: { after: 3, at: '' },
    });
    await room.gully.takeIn('queue');
    await act('open');
    await join('pebblewren', 'oxbowkid');
    await room.gully.type('tallowfen', '!join', ['subscriber']);
    await room.gully.said('Underledge ropes is closed; 3 still waiting.');
    expect(await inIt()).toEqual(['tallowfen 1', 'pebblewren 2', 'oxbowkid 3']);
    await room.gully.type('mossmoth', '!join');
    await room.gully.said('mossmoth, Underledge ropes is closed.');
    await act('open');
    await room.gully.type('mossmoth', `!join ${'K'.repeat(200)}`);
    await room.gully.said('mossmoth, handle has at most 100 characters. Type it as !join [handle]');
    expect(await inIt()).toHaveLength(3);
  });
});

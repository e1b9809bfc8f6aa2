import type { Step } from '@gully/core/channel';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { NO_CURRENCY, type CurrencySettings } from '@gully/core/currency';
import { routineOf } from '@gully/core/routines';
import type { Standin } from '@gully/standin/standin';
import { FaultyDisk, Gully, newFolder, newStandin, until } from '../test-support/index.js';
import { Database } from '../database/index.js';
import { ViewersService } from '../viewers/index.js';
import { verifyLedger, type Rows } from './verifying.js';
import type { PostingDto } from './views.js';

const FLINT: CurrencySettings = {
  ...NO_CURRENCY,
  enabled: true,
  one: 'flint',
  many: 'flint',
  sharing: { ...NO_CURRENCY.sharing, enabled: true, cooldown: 0 },
};
const GIFT: Step = {
  kind: 'give',
  id: 'g',
  amount: '{{ input.amount }}',
  to: 'target',
  from: 'viewer',
  ifFails: 'stop',
};
const WHO = {
  name: 'who',
  type: 'viewer',
  optional: false,
  least: null,
  most: null,
  choices: [],
  pattern: '',
} as const;
const AMOUNT = { ...WHO, name: 'amount', type: 'amount' } as const;

let standin: Standin;
let gully: Gully;
let folder: string;
beforeEach(async () => {
  standin = await newStandin();
  folder = newFolder();
  gully = await Gully.inRoom(standin, folder);
  await gully.http.put('/api/currency').send({ value: FLINT, version: 0 }).expect(200);
});
afterEach(async () => {
  await gully.stop();
  await standin.close();
});

const idOf = async (name: string): Promise<string> => {
  const { body } = await gully.http.get(`/api/viewers?search=${name}`).expect(200);
  return (body as { viewers: { id: string }[] }).viewers[0]?.id ?? '';
};
const balance = async (name: string): Promise<number> => {
  const { body } = await gully.http.get(`/api/currency/viewers/${await idOf(name)}`).expect(200);
  return (body as { balance: number }).balance;
};
const meet = async (...names: string[]): Promise<void> => {
  for (const name of names) await gully.type(name, 'evening');
};
let keys = 0;
const byHand = async (
  does: string,
  amount: number,
  names: readonly string[],
  key = `key-${String((keys += 1))}-long`,
) => {
  const viewers = await Promise.all(names.map(idOf));
  return gully.http.post('/api/currency/by-hand').send({ does, amount, viewers, key });
};
const ledger = async (query = ''): Promise<PostingDto[]> =>
  (await gully.http.get(`/api/ledger${query}`).expect(200)).body as PostingDto[];
const faults = async () => {
  const rows: Rows = (sql, parameters) => gully.source.query(sql, [...parameters]);
  return (await verifyLedger(rows)).faults;
};
const addGiftCommand = () =>
  gully.add({ name: 'gift', aliases: [], inputs: [WHO, AMOUNT], routine: routineOf([GIFT]) });

describe('the ledger', () => {
  test('a gift typed in chat moves what there is and no more, and one movement is taken back', async () => {
    await meet('fernhatch', 'karstveil');
    await byHand('give', 100, ['fernhatch']);
    await addGiftCommand();
    const given = await gully.type('fernhatch', '!gift karstveil 60');
    expect(given.outcome).toBe('ran');
    expect((await gully.type('fernhatch', '!gift karstveil 41')).brief).toContain('has only 40 flint');
    expect((await gully.type('fernhatch', '!gift fernhatch 5')).brief).toContain('give yourself');
    expect([await balance('fernhatch'), await balance('karstveil')]).toEqual([40, 60]);

    const [gift] = await ledger('?cause=gift');
    expect(gift).toMatchObject({ total: 60, count: 1, by: 'fernhatch' });
    await byHand('take', 50, ['karstveil']);
    const path = `/api/ledger/${String(gift?.id)}/reversal`;
    const look = (await gully.http.get(path).expect(200)).body as object;
    expect(look).toMatchObject({ total: 10, short: [{ name: 'karstveil', amount: 50 }] });
    const back = await gully.http.post(path).expect(200);
    expect([await balance('fernhatch'), await balance('karstveil')]).toEqual([50, 0]);
    // Taken back once; taking that back restores it.
    await gully.http.post(path).expect(409);
    const [made] = (back.body as { made: number[] }).made;
    await gully.http.post(`/api/ledger/${String(made)}/reversal`).expect(200);
    expect([await balance('fernhatch'), await balance('karstveil')]).toEqual([40, 10]);
    expect(await faults()).toEqual([]);
  });

  test('everything of one cause is taken back together, as it was shown before', async () => {
    await meet('fernhatch', 'karstveil', 'siltlark');
    await byHand('give', 100, ['fernhatch', 'karstveil']);
    await byHand('give', 7, ['siltlark']);
    const asked = { cause: 'correction', reference: 'give' };
    const look = await gully.http.post('/api/ledger/reversal/look').send(asked).expect(200);
    expect(look.body).toMatchObject({ postings: 2, total: 207, viewers: 3, short: [] });
    await gully.http.post('/api/ledger/reversal').send(asked).expect(200);
    expect([await balance('fernhatch'), await balance('siltlark')]).toEqual([0, 0]);
    await gully.http.post('/api/ledger/reversal').send(asked).expect(409);
    const [reversal] = await ledger(`?viewer=${await idOf('siltlark')}`);
    expect(reversal).toMatchObject({
      cause: 'reversal',
      moved: -7,
      entries: [{ from: { name: 'siltlark' } }],
    });
  });

  test('what a page asks for twice under one key is done once; a balance is set, and taken down to nothing at most', async () => {
    await meet('tallowfen');
    const twice = await Promise.all([
      byHand('give', 30, ['tallowfen'], 'the-same-key'),
      byHand('give', 30, ['tallowfen'], 'the-same-key'),
    ]);
    expect(twice.map(({ status }) => status).sort()).toEqual([200, 200]);
    expect(await balance('tallowfen')).toBe(30);
    expect((await byHand('set', 12, ['tallowfen'])).body).toMatchObject({ viewers: 1, total: -18 });
    expect((await byHand('take', 20, ['tallowfen'])).body).toMatchObject({
      total: -12,
      short: [{ name: 'tallowfen', amount: 8 }],
    });
    expect(await balance('tallowfen')).toBe(0);
    for (const amount of [-1, 1.5, 1e30, '٣'])
      await gully.http
        .post('/api/currency/by-hand')
        .send({ does: 'give', amount, present: true, key: 'some-other-key' })
        .expect(422);
    await gully.http
      .post('/api/currency/by-hand')
      .send({ does: 'give', amount: 1, key: 'nobody-at-all' })
      .expect(422);
  });

  test('the database itself refuses to change or take out an entry, and a balance below zero', async () => {
    await meet('tallowfen');
    await byHand('give', 30, ['tallowfen']);
    for (const statement of [
      'UPDATE ledger_entries SET amount = 1',
      'DELETE FROM ledger_entries',
      `UPDATE ledger_postings SET cause = 'gift'`,
      'DELETE FROM ledger_postings',
      'DELETE FROM accounts',
      `UPDATE accounts SET balance = -1 WHERE kind = 'viewer'`,
      `INSERT INTO ledger_entries (posting_id, from_id, to_id, amount, earns) VALUES (1, 1, 1, 5, 0)`,
      `INSERT INTO ledger_entries (posting_id, from_id, to_id, amount, earns) VALUES (1, 1, 2, 0, 0)`,
    ])
      await expect(gully.source.query(statement)).rejects.toThrow(/never|CHECK/u);
    expect(await balance('tallowfen')).toBe(30);
    // What someone did to the file past that is found.
    await gully.source.query(`UPDATE accounts SET balance = 31 WHERE kind = 'viewer'`);
    expect((await faults()).map(({ what }) => what)).toEqual(['a balance', 'all balances together']);
  });

  test('200 gifts at once, while balances are set by hand, leave the sum at zero and memory as on disk', async () => {
    const names = ['fernhatch', 'karstveil', 'siltlark', 'saltspar', 'thirdrope'];
    await meet(...names);
    await byHand('give', 300, names);
    await addGiftCommand();
    const gifts = Array.from({ length: 200 }, (_, n) => {
      const [from, to] = [names[n % 5], names[(n * 3 + 1) % 5]];
      const text = `!gift ${String(to)} ${String(10 + (n % 40))}`;
      return gully.http.post('/api/standin/say').send({ name: from, roles: [], text }).expect(204);
    });
    await Promise.all([...gifts, ...names.map((name) => byHand('give', 1, [name]))]);
    await until(async () => {
      const lines = await gully.lines();
      return lines.filter(({ text }) => text.startsWith('!gift')).length === 200 ? true : undefined;
    }, 'all gifts');
    expect(await faults()).toEqual([]);
    const inMemory = await Promise.all(names.map(balance));
    expect(inMemory.reduce((sum, each) => sum + each, 0)).toBe(1_505);
    const rows = await gully.source.query<{ sum: number }[]>(
      `SELECT sum(balance) AS sum FROM accounts WHERE kind = 'viewer'`,
    );
    expect(rows[0]?.sum).toBe(1_505);
  });

  test('a disk that takes nothing moves nothing, says nothing of it in chat, and goes on as it was', async () => {
    await meet('fernhatch', 'karstveil');
    await byHand('give', 100, ['fernhatch']);
    const say: Step = { kind: 'say', id: 's', texts: ['given {{ input.amount }}'], order: 'random' };
    await gully.add({ name: 'gift', aliases: [], inputs: [WHO, AMOUNT], routine: routineOf([GIFT, say]) });
    const disk = new FaultyDisk(gully.source);
    disk.refuse((sql) => sql.includes('ledger_entries'));
    expect((await gully.type('fernhatch', '!gift karstveil 60')).brief).toContain('could not be written');
    expect((await byHand('give', 5, ['karstveil'])).status).toBe(507);
    disk.heal();
    expect((await gully.type('fernhatch', '!gift karstveil 100')).outcome).toBe('ran');
    await gully.said('given 100');
    expect((await gully.lines()).filter(({ text }) => text === 'given 60')).toEqual([]);
    expect([await balance('fernhatch'), await balance('karstveil')]).toEqual([0, 100]);
    expect(await faults()).toEqual([]);
  });

  test('what a merged viewer had comes along, and goes back when it is undone', async () => {
    await meet('gritandgo', 'lowceiling');
    await byHand('give', 40, ['gritandgo']);
    await byHand('give', 25, ['lowceiling']);
    const [winner, loser] = [await idOf('gritandgo'), await idOf('lowceiling')];
    const merge = await gully.http.post(`/api/viewers/${winner}/merge`).send({ from: loser });
    expect(merge.status).toBe(200);
    const balanceOf = async (id: string): Promise<number> =>
      ((await gully.http.get(`/api/currency/viewers/${id}`)).body as { balance: number }).balance;
    expect(await balanceOf(winner)).toBe(65);
    const rows = await gully.source.query<{ id: string }[]>('SELECT id FROM viewer_merges');
    await gully.http.post(`/api/viewers/merges/${String(rows[0]?.id)}/undo`).expect(204);
    expect([await balanceOf(winner), await balanceOf(loser)]).toEqual([40, 25]);
    expect(await faults()).toEqual([]);
  });

  test('is added up on request, with what was found; after a restart everyone has what they had', async () => {
    await meet('tallowfen');
    await byHand('give', 30, ['tallowfen']);
    await gully.http.post('/api/ledger/verification').expect(202);
    const verdict = await until(async () => {
      const { body } = await gully.http.get('/api/ledger/verification').expect(200);
      return (body as { last: object | null }).last ?? undefined;
    }, 'the verification');
    expect(verdict).toMatchObject({ entries: 1, circulating: 30, faults: [] });
    await gully.app.get(Database).settled();
    await gully.stop();
    gully = await Gully.inRoom(standin, folder);
    expect(gully.app.get(ViewersService)).toBeDefined();
    expect(await balance('tallowfen')).toBe(30);
    expect((await gully.http.get('/api/ledger/verification')).body).toMatchObject({ atStart: [] });
  });
});

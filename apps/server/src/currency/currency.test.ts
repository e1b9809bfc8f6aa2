import { statSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { STARTERS } from '@gully/core/commands';
import { NO_CURRENCY, type CurrencySettings } from '@gully/core/currency';
import { begin } from '@gully/core/guard';
import { routineOf } from '@gully/core/routines';
import type { Standin } from '@gully/standin/standin';
import { StreamService } from '../stream/index.js';
import { FaultyDisk, Gully, newFolder, newStandin, until } from '../test-support/index.js';
import { ViewersService } from '../viewers/index.js';
import { Payouts } from './index.js';

const FLINT: CurrencySettings = {
  ...NO_CURRENCY,
  enabled: true,
  one: 'flint',
  many: 'flint',
  bonuses: {
    ...NO_CURRENCY.bonuses,
    active: { how: 'amount', value: 5 },
    vip: { how: 'factor', value: 125 },
  },
  events: { ...NO_CURRENCY.events, follow: 50, raid: 20, raider: 2, subscribed: [100, 250, 500] },
};
const MINUTE = 60_000;

let standin: Standin;
let gully: Gully;
let folder: string;
/** the moment the clock of payouts has come to */
let now: number;
beforeEach(async () => {
  standin = await newStandin();
  folder = newFolder();
  gully = await Gully.inRoom(standin, folder);
  now = Date.now();
  await gully.http.put('/api/currency').send({ value: FLINT, version: 0 }).expect(200);
});
afterEach(async () => {
  await gully.stop();
  await standin.close();
});

const goLive = async (live: boolean): Promise<void> => {
  standin.stream.set({ live }, Date.now() - 3_600_000);
  await gully.app.get(StreamService).ask();
};
/** Lets so many minutes pass, looked at often enough that it counts as running. */
const pass = async (minutes: number): Promise<void> => {
  const end = now + minutes * MINUTE;
  while (now < end) {
    now = Math.min(end, now + 15_000);
    await gully.app.get(Payouts).look(now);
  }
};
const balances = async (): Promise<Record<string, number>> => {
  const rows = await gully.source.query<{ name: string; balance: number }[]>(
    `SELECT v.name, a.balance FROM accounts a JOIN viewers v ON v.id = a.name WHERE a.kind = 'viewer'`,
  );
  return Object.fromEntries(rows.map(({ name, balance }) => [name, balance]));
};
const here = async (name: string): Promise<void> => {
  await until(
    () => (gully.connection.room.present().some(({ nick }) => nick === name) ? true : undefined),
    name,
  );
};

describe('what concerns thousands', () => {
  const MANY = 1_500;
  const gift = (key: string) =>
    gully.http.post('/api/currency/by-hand').send({ does: 'give', amount: 4, role: 'subscriber', key });
  /** What the ledger says of itself. */
  const faults = async (): Promise<unknown[]> => {
    await gully.http.post('/api/ledger/verification').expect(202);
    return until(async () => {
      const { body } = await gully.http.get('/api/ledger/verification');
      const { progress, last } = body as { progress: number | null; last: { faults: unknown[] } | null };
      return progress === null ? last?.faults : undefined;
    }, 'the verification');
  };

  beforeEach(async () => {
    await gully.source.query(
      `WITH RECURSIVE n (x) AS (SELECT 0 UNION ALL SELECT x + 1 FROM n WHERE x + 1 < ?)
       INSERT INTO viewers (id, connection, account, name, role, first_seen, last_seen, messages, watch_ms)
       SELECT printf('V%025d', x), 'irc', 'account:caver' || x, 'caver' || x, 'subscriber', x, x, 1, 0 FROM n`,
      [MANY],
    );
  });

  test('is one movement, done once, between what chat decides, and taken back as one', async () => {
    await gully.add({ name: 'flint', aliases: [], text: '{{ viewer.name }} has {{ viewer.balance }}' });
    // Looked up before: what is in memory of them must not stay as it was.
    await gully.type('caver7', '!flint', ['subscriber']);
    await gully.said('caver7 has 0');
    const [first, again] = await Promise.all([gift('gift-to-many'), gift('gift-to-many')]);
    expect([first.status, again.status]).toEqual([200, 200]);
    const { posting, total } = first.body as { posting: number; total: number };
    expect([total, (again.body as { posting: number }).posting]).toEqual([4 * MANY, posting]);
    await gully.type('caver7', '!flint', ['subscriber']);
    await gully.said('caver7 has 4');
    const back = await gully.http.post(`/api/ledger/${String(posting)}/reversal`).expect(200);
    expect(back.body).toMatchObject({ total: 4 * MANY, viewers: MANY, short: [] });
    await gully.type('caver7', '!flint', ['subscriber']);
    await until(
      async () =>
        (await gully.lines()).filter(({ own, text }) => own && text === 'caver7 has 0').length === 2
          ? true
          : undefined,
      'what they have in the end',
    );
    expect(await faults()).toEqual([]);
  });

  test('is all there or not at all where the disk refuses some of it, and the next is', async () => {
    let written = 0;
    const disk = new FaultyDisk(gully.source);
    disk.refuse((sql) => sql.includes('INTO ledger_entries') && (written += 1) > 30);
    await gift('gift-that-fails').expect(507);
    disk.heal();
    expect(await balances()).toEqual({});
    await gift('gift-that-fails').expect(200);
    const given = Object.values(await balances());
    expect([given.length, new Set(given)]).toEqual([MANY, new Set([4])]);
    expect(await faults()).toEqual([]);
  });
});

describe('payouts', () => {
  test('pay who is present while live, more to who talked and by role, and nothing offline', async () => {
    await gully.type('tallowfen', 'evening');
    await gully.type('quillrush', 'evening', ['vip']);
    for (const name of ['tallowfen', 'quillrush']) await here(name);
    await pass(20);
    expect(await balances()).toEqual({});
    await goLive(true);
    await pass(10);
    expect(await balances()).toEqual({ tallowfen: 15, quillrush: 17 });
    // The fraction of a quarter more comes with the next; nobody talked since.
    await pass(10);
    expect(await balances()).toEqual({ tallowfen: 25, quillrush: 30 });
  });

  test('pay nothing more for a message the guard removed, now and after a restart', async () => {
    await gully.http
      .put('/api/guard')
      .send({ value: begin('usual'), version: 0 })
      .expect(200);
    await goLive(true);
    for (const name of ['tallowfen', 'siltlark']) {
      await gully.type(name, 'evening');
      await here(name);
    }
    await pass(10);
    expect(await balances()).toEqual({ tallowfen: 15, siltlark: 15 });
    await gully.app.get(ViewersService).counted();
    const said = Date.now();
    expect((await gully.type('tallowfen', 'see ropes.example')).outcome).toBe('removed');
    await gully.type('siltlark', 'this one is dry');
    await pass(10);
    expect(await balances()).toEqual({ tallowfen: 25, siltlark: 30 });
    // A restart forgets who talked, and goes by when they last did.
    await gully.app.get(ViewersService).counted();
    const rows = await gully.source.query<{ name: string; wrote: number }[]>(
      'SELECT name, last_wrote AS wrote FROM viewers ORDER BY name',
    );
    expect(rows.map(({ name, wrote }) => [name, wrote > said])).toEqual([
      ['siltlark', true],
      ['tallowfen', false],
    ]);
  });

  test('are made once each, whatever the clock does: looked at twice, set back, asleep, restarted', async () => {
    await gully.type('tallowfen', 'evening');
    await here('tallowfen');
    await goLive(true);
    await pass(9.75);
    const payouts = gully.app.get(Payouts);
    now += 15_000;
    await Promise.all([payouts.look(now), payouts.look(now), payouts.look(now)]);
    expect(await balances()).toEqual({ tallowfen: 15 });
    // Set back by an hour, and asleep for eight: neither counts, and nothing is paid again.
    await payouts.look(now - 60 * MINUTE);
    await payouts.look(now + 480 * MINUTE);
    now += 480 * MINUTE;
    await pass(9);
    expect(await balances()).toEqual({ tallowfen: 15 });
    await gully.stop();
    gully = await Gully.inRoom(standin, folder);
    await goLive(true);
    await gully.type('tallowfen', 'back again');
    await here('tallowfen');
    now = Date.now();
    // It had nine of ten minutes behind it; what passed while Gully was off is none.
    await pass(0.75);
    expect(await balances()).toEqual({ tallowfen: 15 });
    await pass(0.5);
    expect(await balances()).toEqual({ tallowfen: 30 });
  });

  test('that cannot be written pay nobody, and are made as soon as they can', async () => {
    await gully.type('tallowfen', 'evening');
    await gully.type('siltlark', 'evening');
    for (const name of ['tallowfen', 'siltlark']) await here(name);
    await goLive(true);
    const disk = new FaultyDisk(gully.source);
    disk.refuse((sql) => sql.includes('UPDATE payout_clock'));
    await pass(11);
    expect(await balances()).toEqual({});
    disk.heal();
    await pass(0.25);
    expect(await balances()).toEqual({ tallowfen: 15, siltlark: 15 });
    const rows = await gully.source.query<object[]>(`SELECT key FROM ledger_postings WHERE cause = 'payout'`);
    expect(rows).toEqual([{ key: 'payout:1' }]);
  });
});

test('an event pays once however often it comes, a follow once ever, and one raised to try things out nothing', async () => {
  const raise = (type: string, times = 1, byHand = false, tier?: number): Promise<number[]> =>
    standin.events.raise(
      { type, data: { viewer: { name: 'saltspar' }, count: 23, tier }, at: Date.now(), byHand },
      times,
    );
  expect(await raise('raid', 3)).toEqual([202, 202, 202]);
  await raise('follow');
  await raise('follow');
  await raise('raid', 1, true);
  expect(await balances()).toEqual({ saltspar: 116 });
  // The tier an event tells of is paid by, and is theirs from then on.
  await raise('subscribed', 1, false, 2);
  expect(await balances()).toEqual({ saltspar: 366 });
  const rows = await gully.source.query<object[]>('SELECT subscribed_tier AS tier FROM viewers');
  expect(rows).toEqual([{ tier: 2 }]);
});

test('places and the top are told as they are, at once after currency moved, also after a restart', async () => {
  const ids = new Map<string, string>();
  for (const name of ['tallowfen', 'siltlark', 'oxbowkid'])
    ids.set(name, String((await gully.type(name, 'evening')).viewer));
  const give = (name: string, does: string, amount: number) =>
    gully.http
      .post('/api/currency/by-hand')
      .send({ does, amount, viewers: [ids.get(name)], key: `${does}-${name}-${String(amount)}` })
      .expect(200);
  await gully.add({
    name: 'top',
    aliases: [],
    text: '{{ currency.top }}, place {{ viewer.place }}',
  });
  await give('siltlark', 'give', 100);
  await gully.type('siltlark', '!top');
  await gully.said('1. siltlark 100, place 1');
  await give('tallowfen', 'give', 300);
  await give('siltlark', 'take', 40);
  await gully.type('siltlark', '!top');
  await gully.said('1. tallowfen 300, 2. siltlark 60, place 2');
  await give('tallowfen', 'set', 0);
  await gully.type('siltlark', '!top');
  await gully.said('1. siltlark 60, place 1');
  await gully.stop();
  gully = await Gully.inRoom(standin, folder);
  await gully.type('oxbowkid', '!top');
  await gully.said('1. siltlark 60, place 2');
});

describe('gifts and fines in chat', () => {
  const starter = (id: string) => gully.http.post('/api/commands').send(bodyOf(id)).expect(201);
  const bodyOf = (id: string): object => {
    const found = STARTERS.find((each) => each.id === id);
    if (found === undefined) throw new Error(`there is no starter ${id}`);
    return found.body;
  };
  const own = async (): Promise<string[]> =>
    (await gully.lines()).filter((line) => line.own).map(({ text }) => text);

  test('say what arrives and what the fee takes; a refusal starts no cooldown, and moderators are always told', async () => {
    const sharing = {
      ...FLINT.sharing,
      enabled: true,
      fee: 10,
      watched: 0,
      cooldown: 0,
      least: 1,
      most: null,
    };
    await gully.http
      .put('/api/currency')
      .send({ value: { ...FLINT, sharing, cap: 200 }, version: 1 })
      .expect(200);
    for (const id of ['give', 'award', 'fine']) await starter(id);
    const { viewer } = await gully.type('tallowfen', 'evening');
    await gully.type('siltlark', 'evening');
    await gully.http
      .post('/api/currency/by-hand')
      .send({ does: 'give', amount: 150, viewers: [viewer], key: 'to-begin-with' })
      .expect(200);
    await gully.type('tallowfen', '!give siltlark 500');
    await gully.said('tallowfen, tallowfen has only 150 flint.');
    // Told a moment ago, and not kept waiting for having been refused.
    await gully.type('tallowfen', '!give siltlark 400');
    expect((await gully.type('tallowfen', '!give siltlark 105')).outcome).toBe('ran');
    await gully.said('tallowfen gives siltlark 94 flint, and 11 flint as a fee.');
    expect(await balances()).toEqual({ tallowfen: 45, siltlark: 94 });
    await gully.type('mossmoth', '!fine siltlark 400', ['moderator']);
    await gully.said('mossmoth, siltlark has only 94 flint.');
    await gully.type('mossmoth', '!award siltlark 120', ['moderator']);
    await gully.said('mossmoth, siltlark cannot hold more than 200 flint.');
    for (const text of ['!fine', '!fine']) await gully.type('mossmoth', text, ['moderator']);
    await until(
      async () =>
        (await own()).filter((text) => text.includes('is missing')).length === 2 ? true : undefined,
      'an answer to each misuse',
    );
    expect((await own()).filter((text) => text.startsWith('tallowfen, '))).toHaveLength(1);
    const { body } = await gully.http
      .post('/api/currency/by-hand/look')
      .send({ does: 'give', amount: 300, viewers: [viewer] })
      .expect(200);
    expect(body).toMatchObject({ total: 155, over: [{ name: 'tallowfen', amount: 145 }] });
  });

  test('go to no one whose name two viewers share', async () => {
    const sharing = { ...FLINT.sharing, enabled: true, watched: 0, cooldown: 0, least: 1, most: null };
    await gully.http
      .put('/api/currency')
      .send({ value: { ...FLINT, sharing }, version: 1 })
      .expect(200);
    await starter('give');
    const { viewer } = await gully.type('tallowfen', 'evening');
    await gully.http
      .post('/api/currency/by-hand')
      .send({ does: 'give', amount: 50, viewers: [viewer], key: 'to-begin-with' })
      .expect(200);
    await gully.source.query(
      `INSERT INTO viewers (id, connection, account, name, role, first_seen, last_seen, messages, watch_ms)
       VALUES ('V1', 'irc', 'account:other', 'siltlark', 'viewer', ?, ?, 1, 0)`,
      [Date.now(), Date.now()],
    );
    await gully.type('siltlark', 'evening');
    await gully.type('tallowfen', '!give siltlark 5');
    await gully.said(
      'tallowfen, two viewers are called siltlark. Type it as !give <who> <amount: 1 or more, all, half or n%>',
    );
    expect(await balances()).toEqual({ tallowfen: 50 });
  });
});

describe('a command that costs', () => {
  const COSTS = { base: 10, subscriber: null, regular: null, moderator: 0 };

  test('takes its price, and gives it back when nothing was carried out', async () => {
    await gully.type('tallowfen', 'evening');
    const { body } = await gully.http.get('/api/viewers?search=tallowfen');
    const viewers = [(body as { viewers: { id: string }[] }).viewers[0]?.id];
    await gully.http
      .post('/api/currency/by-hand')
      .send({ does: 'give', amount: 25, viewers, key: 'to-begin-with' })
      .expect(200);
    await gully.add({
      name: 'bell',
      aliases: [],
      cost: COSTS,
      text: 'the supper bell rings, {{ viewer.balance }} left',
    });
    const list = await gully.addList('Campfire', []);
    const draw = { kind: 'draw', id: 'd', list, order: 'bag', name: 'line', ifFails: 'stop' } as const;
    await gully.add({ name: 'tale', aliases: [], cost: COSTS, routine: routineOf([draw]) });
    expect((await gully.type('tallowfen', '!bell')).outcome).toBe('ran');
    await gully.said('the supper bell rings, 15 left');
    await gully.type('tallowfen', '!tale');
    expect(await balances()).toEqual({ tallowfen: 15 });
    expect((await gully.type('tallowfen', '!bell')).outcome).toBe('ran');
    expect(await gully.type('tallowfen', '!bell')).toMatchObject({
      outcome: 'stopped',
      brief: 'costs 10 flint, has 5',
    });
    expect((await gully.type('mossmoth', '!bell', ['moderator'])).outcome).toBe('ran');
    // One that waits, and that a restart ends before it did anything, is given back as well.
    const cheap = { ...COSTS, base: 5 };
    const steps = [{ kind: 'wait', id: 'w', seconds: 60 } as const];
    const routine = { ...routineOf(steps), afterRestart: 'end' } as const;
    await gully.add({ name: 'later', aliases: [], cost: cheap, routine });
    await gully.type('tallowfen', '!later');
    expect(await balances()).toEqual({ tallowfen: 0 });
    await gully.stop();
    gully = await Gully.inRoom(standin, folder);
    await until(async () => ((await balances()).tallowfen === 5 ? true : undefined), 'the price');
  });
});

test('settings that are wrong are refused by their places, and of two people the second is told', async () => {
  const { body } = await gully.http
    .put('/api/currency')
    .send({ value: { ...FLINT, payout: { every: 0, live: -1, offline: 0 } }, version: 1 })
    .expect(422);
  expect(Object.keys((body as { fields: object }).fields)).toEqual(['payout.every', 'payout.live']);
  await gully.http.put('/api/currency').send({ value: FLINT, version: 1 }).expect(200);
  await gully.http.put('/api/currency').send({ value: FLINT, version: 1 }).expect(409);
  const rank = { id: '', name: 'Scrambler', from: 2, lowestRole: 'viewer', routine: null };
  const saved = await gully.http
    .put('/api/currency/ranks')
    .send({ value: { by: 'watch', ranks: [rank] }, version: 0 })
    .expect(200);
  expect((saved.body as { value: { ranks: { id: string }[] } }).value.ranks[0]?.id).not.toBe('');
});

describe('by file', () => {
  const look = async (text: string, does = 'give') =>
    (await gully.http.post('/api/currency/file/look').send({ text, does }).expect(200)).body as {
      id: string;
      lines: number;
      viewers: number;
      faults: { line: number; fault: string }[];
    };

  test('wrong lines are told and left out; viewers are those of the preview, whatever they are called by then', async () => {
    for (const name of ['tallowfen', 'siltlark']) await gully.type(name, 'evening');
    const looked = await look('viewer,amount\ntallowfen,40\n@siltlark,1.5k\nnobody_here,5\nsiltlark,٣\n,7\n');
    expect(looked).toMatchObject({ lines: 5, viewers: 2 });
    expect(looked.faults.map(({ line, fault }) => [line, fault.split(';', 1)[0]])).toEqual([
      [4, 'no viewer called nobody_here has ever been here'],
      [5, '“٣” is not an amount'],
      [6, 'the viewer is missing'],
    ]);
    expect(await balances()).toEqual({});
    await gully.source.query(`UPDATE viewers SET name = 'silt_lark' WHERE name = 'siltlark'`);
    const twice = await Promise.all(
      [1, 2].map(() => gully.http.post('/api/currency/file').send({ id: looked.id })),
    );
    expect(twice.map(({ status }) => status)).toEqual([200, 200]);
    expect(await balances()).toEqual({ tallowfen: 40, silt_lark: 1_500 });
    await gully.http.post('/api/currency/file').send({ id: 'another' }).expect(409);
    // Two of one name are nobody's; an empty file is none.
    await gully.source.query(`UPDATE viewers SET name = 'tallowfen'`);
    expect((await look('tallowfen,4')).faults[0]?.fault).toMatch(/two viewers are called tallowfen/u);
    await gully.http.post('/api/currency/file/look').send({ text: '', does: 'give' }).expect(422);
  });

  test('everything is moved to another account, and all of it is reset with a copy made before', async () => {
    for (const name of ['gritandgo', 'lowceiling']) await gully.type(name, 'evening');
    const { id } = await look('gritandgo,70');
    await gully.http.post('/api/currency/file').send({ id }).expect(200);
    const rows = await gully.source.query<{ id: string }[]>('SELECT id FROM viewers ORDER BY name');
    const [from = '', to = ''] = rows.map((row) => row.id);
    await gully.http.post('/api/currency/transfer').send({ from, to: from, key: 'to-itself' }).expect(422);
    await gully.http.post('/api/currency/transfer').send({ from, to, key: 'to-another' }).expect(200);
    expect(await balances()).toEqual({ gritandgo: 0, lowceiling: 70 });
    await gully.http.post('/api/currency/reset').send({ typed: 'everything' }).expect(422);
    const { body } = await gully.http.post('/api/currency/reset').send({ typed: 'Flint' }).expect(200);
    const { copy, posting } = body as { copy: string; posting: number };
    expect(body).toMatchObject({ viewers: 1, total: 70 });
    expect(statSync(join(folder, copy)).size).toBeGreaterThan(10_000);
    expect(await balances()).toEqual({ gritandgo: 0, lowceiling: 0 });
    await gully.http.post(`/api/ledger/${String(posting)}/reversal`).expect(200);
    expect(await balances()).toEqual({ gritandgo: 0, lowceiling: 70 });
  });
});

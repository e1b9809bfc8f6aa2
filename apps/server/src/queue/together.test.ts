import { expect, test } from '@jest/globals';
import { NO_CURRENCY } from '@gully/core/currency';
import { BLANK_QUEUE } from '@gully/core/queue';
import fc from 'fast-check';
import { verifyLedger } from '../ledger/index.js';
import { queueing } from '../test-support/index.js';

const room = queueing();
const { make, inIt, restart } = room;
const send = (asked: object) => room.gully.http.post(`/api/queues/${room.queue}/acts`).send(asked);

const NAMES = ['pebblewren', 'oxbowkid', 'tallowfen', 'mossmoth', 'siltlark'];
const PRICE = 30;
const GIVEN = 3_000;

const nth = fc.nat(5);
/** What viewers type, what two people do in the control room at once, and the power going off. */
const step = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({
      kind: fc.constant('types' as const),
      who: fc.constantFrom(...NAMES),
      text: fc.constantFrom('!join', '!join', '!join', '!leave', '!here', '!front'),
    }),
  },
  {
    weight: 6,
    arbitrary: fc.record({
      kind: fc.constant('acts' as const),
      does: fc.array(
        fc.record({
          does: fc.constantFrom(
            ...(['call', 'call', 'random', 'choose', 'confirm', 'miss', 'done', 'remove', 'front'] as const),
            ...(['move', 'add', 'open', 'open', 'close', 'undo'] as const),
          ),
          whom: nth,
          before: nth,
        }),
        { minLength: 1, maxLength: 2 },
      ),
    }),
  },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('bump' as const), who: fc.constantFrom(...NAMES) }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('restart' as const) }) },
);
type Doing = Extract<typeof step extends fc.Arbitrary<infer T> ? T : never, { kind: 'acts' }>['does'][number];

const undos: string[] = [];

async function doIt({ does, whom, before }: Doing, ids: ReadonlyMap<string, string>): Promise<void> {
  const { http } = room.gully;
  if (does === 'undo') {
    const { status } = await http.post(`/api/queues/acts/${undos.pop() ?? 'none'}/undo`);
    expect([204, 409]).toContain(status);
    return;
  }
  const entries = await room.standing();
  const idAt = (n: number) => entries[n % entries.length]?.id;
  const sent = {
    ...{ does, entry: idAt(whom) },
    ...(does === 'move' ? { before: idAt(before) } : {}),
    ...(does === 'add' ? { viewer: ids.get(NAMES[whom] ?? '') } : {}),
  };
  const answer = await send(sent);
  expect([200, 409]).toContain(answer.status);
  const { undo } = answer.body as { undo?: string };
  if (undo !== undefined) undos.push(undo);
}

/** Nobody is in it twice, places are 1 to n, and what was paid is where it belongs. */
async function holds(): Promise<void> {
  const entries = await room.standing();
  expect(new Set(entries.map(({ viewer }) => viewer)).size).toBe(entries.length);
  const places = entries.map(({ place }) => place).filter((place) => place > 0);
  expect(places).toEqual(places.map((_, n) => n + 1));
  const [sums] = await room.gully.source.query<{ live: number; paid: number; held: number; all: number }[]>(
    `SELECT (SELECT count(*) FROM queue_entries WHERE ended_at IS NULL) AS live,
            (SELECT coalesce(sum(paid), 0) FROM queue_entries WHERE ended_at IS NULL) AS paid,
            (SELECT coalesce(sum(balance), 0) FROM accounts WHERE kind = 'escrow') AS held,
            (SELECT coalesce(sum(balance), 0) FROM accounts) AS "all"`,
  );
  expect(sums).toEqual({ live: entries.length, paid: sums?.held, held: sums?.paid, all: 0 });
}

test('whatever viewers and two people do, and however often it is restarted, all stand as they should', async () => {
  const FLINT = { ...NO_CURRENCY, enabled: true, one: 'flint', many: 'flint' };
  await room.gully.http.put('/api/currency').send({ value: FLINT, version: 0 }).expect(200);
  await room.gully.takeIn('queue');
  for (const name of NAMES) await room.gully.type(name, 'hello');
  const known = await room.gully.source.query<{ id: string; name: string }[]>('SELECT id, name FROM viewers');
  const ids = new Map(known.map(({ id, name }) => [name, id]));
  const viewers = NAMES.map((name) => ids.get(name));
  const given = { does: 'give', amount: GIVEN, viewers, key: 'for everyone' };
  await room.gully.http.post('/api/currency/by-hand').send(given).expect(200);
  const call = { ...BLANK_QUEUE.call, seconds: 600, places: 2, next: true };
  await make({ cost: PRICE, party: 2, again: 0, call });
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 30, maxLength: 50 }), async (steps) => {
      await send({ does: 'open' });
      for (const each of steps) {
        if (each.kind === 'types') await room.gully.type(each.who, each.text);
        else if (each.kind === 'acts') await Promise.all(each.does.map((doing) => doIt(doing, ids)));
        else if (each.kind === 'bump')
          await room.gully.http.put(`/api/queues/bumps/${ids.get(each.who) ?? ''}`).send({ holds: true });
        else {
          const before = await inIt();
          await room.gully.stop();
          undos.length = 0;
          await restart();
          expect(await inIt()).toEqual(before);
        }
        await holds();
      }
      await send({ does: 'empty' });
      expect(await inIt()).toEqual([]);
      await holds();
    }),
    { numRuns: 3, endOnFailure: true },
  );
  const { faults } = await verifyLedger((sql, values) => room.gully.source.query(sql, [...values]));
  expect(faults).toEqual([]);
}, 90_000);

import type { Step } from '@gully/core/channel';
import { expect, test } from '@jest/globals';
import { routineOf } from '@gully/core/routines';
import { BLANK_REWARD } from '@gully/core/rewards';
import fc from 'fast-check';
import { verifyLedger } from '../ledger/index.js';
import { FaultyDisk, selling, until } from '../test-support/index.js';

const NAMES = ['pebblewren', 'mossmoth', 'oxbowkid'];
const shop = selling(NAMES);
const { sell, page } = shop;
const say: Step = { kind: 'say', id: 's', texts: ['lit'], order: 'random' };
const KEYS = Array.from({ length: 8 }, (_, n) => `MAP-${String(n)}`);

/** What viewers type, what two people do at once, a disk that refuses, and the power going off. */
const step = fc.oneof(
  {
    weight: 8,
    arbitrary: fc.record({
      kind: fc.constant('types' as const),
      who: fc.constantFrom(...NAMES),
      text: fc.constantFrom('!key', '!lamp', '!card'),
    }),
  },
  {
    weight: 4,
    arbitrary: fc.record({
      kind: fc.constant('acts' as const),
      does: fc.array(fc.tuple(fc.constantFrom('done', 'reopen', 'return', 'send', 'put-back'), fc.nat(20)), {
        minLength: 2,
        maxLength: 2,
      }),
    }),
  },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('refuses' as const) }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('restart' as const) }) },
);

/** Prices are where they belong, and no key is two people’s. */
async function holds(): Promise<void> {
  const { source } = shop.gully;
  const [sums] = await source.query<{ spent: number; kept: number; all: number }[]>(
    `SELECT (SELECT coalesce(sum(balance), 0) FROM accounts WHERE name = 'spent') AS spent,
            (SELECT coalesce(sum(price), 0) FROM redemptions WHERE state != 'returned') AS kept,
            (SELECT coalesce(sum(balance), 0) FROM accounts) AS "all"`,
  );
  expect(sums).toEqual({ spent: sums?.kept, kept: sums?.spent, all: 0 });
  const twice = await source.query<object[]>(
    `SELECT line FROM redemptions WHERE line IS NOT NULL AND state != 'returned' GROUP BY line HAVING count(*) > 1`,
  );
  expect(twice).toEqual([]);
  const [lamps] = await source.query<{ sold: number }[]>(
    `SELECT count(*) AS sold FROM redemptions WHERE title = 'lamp' AND state != 'returned'`,
  );
  expect(lamps?.sold).toBeLessThanOrEqual(4);
}

/** Nothing is under way any more. */
const settled = () =>
  until(async () => {
    const open = await page('?state=bought');
    return open.length === 0 ? true : undefined;
  }, 'all of it carried out');

test('whatever viewers and two people do, with a disk that refuses and restarts: no key is shared, nothing is lost', async () => {
  const list = await shop.gully.addList('Keys', KEYS);
  await sell('key', { gives: 'line', list });
  await sell('lamp', {
    gives: 'routine',
    routine: routineOf([say]),
    stock: { ...BLANK_REWARD.stock, all: 4 },
  });
  await sell('card', {});
  let disk = new FaultyDisk(shop.gully.source);
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 15, maxLength: 30 }), async (steps) => {
      for (const each of steps) {
        if (each.kind === 'types') await shop.gully.type(each.who, each.text);
        else if (each.kind === 'refuses') disk.refuse((sql) => sql.includes('INTO redemptions'), 1);
        else if (each.kind === 'restart') {
          disk.heal();
          await shop.stop();
          await shop.start();
          disk = new FaultyDisk(shop.gully.source);
        } else {
          const all = await page();
          await Promise.all(
            each.does.map(async ([act, n]) => {
              const ids = all.slice(n % Math.max(1, all.length)).slice(0, 2);
              const sent = { act, ids: ids.map(({ id }) => id), note: '' };
              expect((await shop.gully.http.post('/api/redemptions/act').send(sent)).status).toBe(200);
            }),
          );
        }
        await holds();
      }
      disk.heal();
      await settled();
      await holds();
    }),
    { numRuns: 3, endOnFailure: true },
  );
  const { faults } = await verifyLedger((sql, values) => shop.gully.source.query(sql, [...values]));
  expect(faults).toEqual([]);
}, 90_000);

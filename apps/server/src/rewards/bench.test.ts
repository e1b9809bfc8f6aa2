import { expect, test } from '@jest/globals';
import { selling, until } from '../test-support/index.js';
import { SilenceRow } from '../guard/index.js';
import { Database } from '../database/index.js';

const shop = selling(['pebblewren']);
const { sell, page, stands, balance, client, act } = shop;
const LENGTHS = [
  { seconds: 60, price: 100, cheer: 50, tip: null },
  { seconds: 300, price: 400, cheer: 200, tip: 500 },
];
const bench = (more: object = {}) => ({
  name: 'Bench a caver',
  gives: 'bench' as const,
  bench: { whom: 'named' as const, lengths: LENGTHS, spares: [], never: [], ...more },
});

/** Lets what was given be over while Gully is off. */
async function over(): Promise<void> {
  for (const table of ['silences', 'catches'])
    await shop.gully.source.query(`UPDATE ${table} SET until = ? WHERE until IS NOT NULL`, [Date.now() - 1]);
  await shop.stop();
  await shop.start();
}

test('someone is benched in the room, longer with each, and has their voice back after it, restart or not', async () => {
  await sell('bench', bench());
  const lark = await client('siltlark');
  const eye = await client('odalys_tarn');
  eye.send('MODE #lanternhour +v siltlark');
  await until(
    () => (shop.gully.connection.room.modesOf('siltlark').includes('v') ? true : undefined),
    'a voice',
  );
  await shop.gully.type('pebblewren', '!bench siltlark 5m');
  await eye.until(/MODE #lanternhour \+b siltlark!\*@\*/u);
  await eye.until(/KICK #lanternhour siltlark :Gully: Bench a caver, bought by pebblewren/u);
  await stands('done');
  await shop.gully.type('pebblewren', '!bench @siltlark');
  const silentUntil = async (): Promise<number> => {
    const [row] = await shop.gully.app.get(Database).read.find(SilenceRow);
    return row?.until ?? 0;
  };
  // Both add up, as the guard’s timeouts do.
  await until(
    async () => ((await silentUntil()) > Date.now() + 300_000 ? true : undefined),
    'the sum of both',
  );
  expect(await balance('pebblewren')).toBe(3_000 - 500);
  await over();
  await eye.until(/MODE #lanternhour -b siltlark!\*@\*/u);
  await lark.settled();
  lark.send('JOIN #lanternhour');
  await eye.until(/MODE #lanternhour \+v siltlark/u);
  expect(await shop.gully.app.get(Database).read.count(SilenceRow)).toBe(0);
});

test('a cheer that says so pays for the longest it is enough for, once; one that says nothing of it does not', async () => {
  await sell('bench', bench());
  await client('siltlark');
  const cheer = async (count: number, message: string, times = 1): Promise<void> => {
    const data = { viewer: { name: 'pebblewren' }, count, message };
    await shop.standin.events.raise({ type: 'cheer', data, at: Date.now() }, times);
  };
  await cheer(250, 'siltlark is the best of us');
  await cheer(10, '!bench siltlark');
  await cheer(250, '!bench siltlark', 2);
  expect(await stands('done')).toMatchObject({ price: 0, paidBy: 'cheer', target: 'siltlark', seconds: 300 });
  expect(await page()).toHaveLength(1);
  const told = (await shop.gully.http.get('/api/activity')).text;
  expect(told).toContain('not bought by pebblewren: that is not enough for it');
});

test('someone who cannot be timed out is not, and the price is given back', async () => {
  await sell('bench', bench({ whom: 'buyer' }));
  await sell('wait', { gives: 'hand-over' });
  await shop.gully.type('pebblewren', '!bench');
  const { id } = await stands('done');
  const { CarriedOut } = await import('../guard/index.js');
  shop.gully.app.get(CarriedOut).tell({ id, part: 'viewer' }, { note: 'the room refused', failed: true });
  expect((await stands('returned')).note).toBe('the room refused');
  expect(await balance('pebblewren')).toBe(3_000);
  expect((await act('return', id)).body).toMatchObject({ done: [] });
});

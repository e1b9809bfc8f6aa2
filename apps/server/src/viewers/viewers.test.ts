import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Standin } from '@gully/standin/standin';
import { Database, insertMany } from '../database/index.js';
import { ViewerRow } from './rows.js';
import { Gully, newStandin } from '../test-support/index.js';
import { newViewer, ViewersService } from './index.js';

interface Page {
  viewers: {
    id: string;
    name: string;
    role: string;
    messages: number;
    firstSeen: string;
    lastSeen: string;
  }[];
  total: number;
}

let standin: Standin;
let gully: Gully;
beforeAll(async () => {
  standin = await newStandin();
  gully = await Gully.inRoom(standin);
});
afterAll(async () => {
  await gully.stop();
  await standin.close();
});
const page = async (query = ''): Promise<Page> =>
  (await gully.http.get(`/api/viewers${query}`).expect(200)).body as Page;

describe('identity is not the name', () => {
  test('a new name or role of the same account is the same viewer', async () => {
    const viewers = gully.app.get(ViewersService);
    const seen = { key: 'account:wren', name: 'pebblewren', role: 'viewer' as const, at: Date.now() };
    const { viewers: found, fresh } = await viewers.identify([seen, { ...seen, at: seen.at + 1 }]);
    // Whoever meets them before they are on disk meets the same viewer.
    const meanwhile = await viewers.identify([seen]);
    const { id } = found.get('account:wren')!;
    expect(fresh).toHaveLength(1);
    expect(meanwhile.viewers.get('account:wren')!.id).toBe(id);
    for (const each of [fresh, meanwhile.fresh])
      await gully.app.get(Database).write((manager) => viewers.insert(manager, each));
    viewers.remember(fresh[0]!);
    viewers.spoke(id, seen);
    viewers.spoke(id, {
      ...seen,
      name: 'wren_of_the_rim',
      role: 'subscriber',
      at: seen.at + 5,
    });
    expect((await page()).viewers).toMatchObject([
      {
        id,
        name: 'wren_of_the_rim',
        role: 'subscriber',
        messages: 2,
        firstSeen: new Date(seen.at).toISOString(),
        lastSeen: new Date(seen.at + 5).toISOString(),
      },
    ]);
  });

  test('someone known only on disk is found there and not made again', async () => {
    const row = {
      ...newViewer('0'.repeat(26), 'irc', 'account:old_hand', 'old_hand', 'viewer', 1),
      messages: 41,
    };
    await gully.app.get(Database).write((manager) => insertMany(manager, ViewerRow, [row]));
    await gully.type('old_hand', 'back again');
    expect((await page('?search=old_hand')).viewers).toMatchObject([{ id: row.id, messages: 42 }]);
  });
});

describe('the list', () => {
  test('50,000 viewers are paged and searched, the latest first', async () => {
    const rows = Array.from({ length: 50_000 }, (_, n) => ({
      ...newViewer(
        `V${String(n).padStart(25, '0')}`,
        'irc',
        `account:caver${String(n)}`,
        n === 777 ? 'drip_100%_count' : `caver${String(n)}`,
        'viewer',
        1_000 + n,
      ),
      messages: (n * 7_919) % 50_000,
    }));
    await gully.app.get(Database).write((manager) => insertMany(manager, ViewerRow, rows));
    const names = new Set<string>();
    for (const offset of [0, 100, 200])
      for (const { name } of (await page(`?search=caver&limit=100&offset=${String(offset)}`)).viewers)
        names.add(name);
    expect([...names].slice(0, 2)).toEqual(['caver49999', 'caver49998']);
    expect(names.size).toBe(300);
    expect((await page('?search=CAVER4999&limit=1')).total).toBe(11);
  });

  test('what has a meaning to the database is looked for as it stands', async () => {
    const found = async (search: string): Promise<string[]> =>
      (await page(`?search=${encodeURIComponent(search)}`)).viewers.map(({ name }) => name);
    expect(await found('p_100%')).toEqual(['drip_100%_count']);
    expect(await found('drip%')).toEqual([]);
    // Two letters are looked for at the beginning only.
    expect(await found('dr')).toEqual(['drip_100%_count']);
    expect(await found('%')).toEqual([]);
    expect((await page(`?search=${encodeURIComponent("'; DROP TABLE viewers; --")}`)).total).toBe(0);
    expect((await page()).total).toBeGreaterThan(50_000);
  });

  test.each(['limit=0', 'limit=201', 'limit=many', 'offset=-1', `search=${'x'.repeat(101)}`, 'sort=age'])(
    'a wrong %s is refused by field',
    async (query) => {
      const { body } = await gully.http.get(`/api/viewers?${query}`).expect(422);
      expect(Object.keys((body as { fields: object }).fields)).toEqual([query.split('=')[0]]);
    },
  );
});

import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Environment } from '../configuration/index.js';
import type { ConnectionSettings } from '../connection/index.js';
import { Database, insertMany, openDatabase } from '../database/index.js';
import { ViewerRow } from './rows.js';
import { ChannelWorld } from '../live/index.js';
import { makeLog } from '../log/index.js';
import { newFolder } from '../test-support/index.js';
import { newViewer } from './viewer-row.js';
import { ViewersService } from './viewers.service.js';
import { MARKS, SORTS, ViewersPage, type Wanted } from './viewers-page.js';
import { STORED } from '../stored.js';

let database: Database;
let pages: ViewersPage;
let rows: ViewerRow[];

/** Names as people choose them, and some as nobody should. */
const PARTS = ['moss', 'Wren', 'pebble', '_', '100%', 'ÖTTER', '苔', "o'", '"', '\\', 'x'];
const ROLES = ['viewer', 'viewer', 'viewer', 'subscriber', 'moderator'] as const;

beforeAll(async () => {
  database = new Database(await openDatabase(newFolder(), STORED));
  const world = new ChannelWorld(new Environment(), {} as ConnectionSettings);
  pages = new ViewersPage(database, new ViewersService(database, world, makeLog('silent', false)));
  const part = (n: number): string => PARTS[n % PARTS.length]!;
  rows = Array.from({ length: 700 }, (_, n) => ({
    ...newViewer(
      `V${String(n).padStart(25, '0')}`,
      'irc',
      `account:${String(n)}`,
      part(n) + part(Math.floor(n / 11)) + (n % 3 === 0 ? '' : String(n % 40)),
      ROLES[n % ROLES.length]!,
      (n * 7_919) % 1_000,
    ),
    lastSeen: (n * 104_729) % 100,
    messages: n % 17,
    watchMs: n % 5,
    bot: n % 50 === 0,
    ignored: n % 60 === 0,
    mergedInto: n % 40 === 39 ? 'V0000000000000000000000000' : null,
  }));
  await database.write((manager) => insertMany(manager, ViewerRow, rows));
});
afterAll(() => database.onApplicationShutdown());

const wanted = (part: Partial<Wanted> = {}): Wanted => ({
  search: '',
  role: undefined,
  mark: undefined,
  sort: 'lastSeen',
  descending: true,
  limit: 1_000,
  offset: 0,
  ...part,
});

/** As SQLite folds letters: the 26, and no others. */
const fold = (text: string): string => text.replace(/[A-Z]/gu, (letter) => letter.toLowerCase());

/** The same by looking at every row. */
function looked({ search, role, mark, sort, descending, limit, offset }: Wanted): string[] {
  const short = search.split(/[%_]/u).every((part) => [...part].length < 3);
  const fits = (name: string): boolean =>
    short ? fold(name).startsWith(fold(search)) : fold(name).includes(fold(search));
  const value = (row: ViewerRow): string | number =>
    sort === 'name' ? fold(row.name) : sort === 'watched' ? row.watchMs : row[sort];
  const order = (a: ViewerRow, b: ViewerRow): number => {
    const [one, other] = [value(a), value(b)];
    // Bytes decide, as in SQLite; what is alike stands in the order of ids.
    const by =
      typeof one === 'string' ? Buffer.compare(Buffer.from(one), Buffer.from(String(other))) : one - +other;
    return by === 0 ? (a.id < b.id ? -1 : 1) : by;
  };
  const found = rows
    .filter((row) => (row.mergedInto !== null) === (mark === 'merged'))
    .filter((row) => search === '' || fits(row.name))
    .filter((row) => role === undefined || row.role === role)
    .filter((row) => (mark !== 'bot' && mark !== 'ignored') || row[mark])
    .sort((a, b) => (descending ? order(b, a) : order(a, b)));
  return found.slice(offset, offset + limit).map(({ id }) => id);
}

describe('pages of viewers', () => {
  test('any search, role, mark and order gives what looking at every row gives', async () => {
    const piece = fc.constantFrom(...PARTS, 'ss', 'oss', 'MOSSw', 'ren', '_w', '%', '3', 'ebblex', 'tter');
    await fc.assert(
      fc.asyncProperty(
        fc.record({
          search: fc.array(piece, { maxLength: 3 }).map((pieces) => pieces.join('')),
          role: fc.constantFrom(undefined, ...ROLES),
          mark: fc.constantFrom(undefined, undefined, ...MARKS),
          sort: fc.constantFrom(...SORTS),
          descending: fc.boolean(),
          limit: fc.integer({ min: 1, max: 60 }),
          offset: fc.nat(40),
        }),
        async (want) => {
          const { viewers, total, more } = await pages.page(want);
          expect(viewers.map(({ id }) => id)).toEqual(looked(want));
          expect({ total, more }).toEqual({
            total: looked({ ...want, limit: Infinity, offset: 0 }).length,
            more: false,
          });
        },
      ),
      { numRuns: 300 },
    );
  });

  test('the index of names follows them: renamed, erased and gone', async () => {
    const found = async (search: string): Promise<string[]> =>
      (await pages.page(wanted({ search }))).viewers.map(({ name }) => name);
    const row = newViewer('R', 'irc', 'account:r', 'quillrush', 'viewer', 1);
    await database.write((manager) => insertMany(manager, ViewerRow, [row]));
    expect(await found('UILLR')).toEqual(['quillrush']);
    await database.write((manager) => manager.update(ViewerRow, { id: 'R' }, { name: 'lanternlight' }));
    expect(await found('uillr')).toEqual([]);
    expect(await found('ernlig')).toEqual(['lanternlight']);
    await database.write((manager) => manager.delete(ViewerRow, { id: 'R' }));
    expect(await found('ernlig')).toEqual([]);
    // What SQLite says of its own index when it does not fit the table.
    await database.write((manager) =>
      manager.query(`INSERT INTO viewer_names (viewer_names, rank) VALUES ('integrity-check', 1)`),
    );
  });

  test('when more fit than are counted, a page is still right, and says that there are more', async () => {
    const many = Array.from({ length: 5_200 }, (_, n) => ({
      ...newViewer(
        `M${String(n).padStart(25, '0')}`,
        'irc',
        `many:${String(n)}`,
        `fern${String(n)}`,
        'viewer',
        n,
      ),
    }));
    await database.write((manager) => insertMany(manager, ViewerRow, many));
    const want = wanted({ search: 'FERN', limit: 3, offset: 2 });
    const { viewers, total, more } = await pages.page(want);
    expect({ total, more }).toEqual({ total: 5_000, more: true });
    expect(viewers.map(({ name }) => name)).toEqual(['fern5197', 'fern5196', 'fern5195']);
    // Of a role all are counted, which costs little.
    expect(await pages.page(wanted({ role: 'viewer', limit: 1 }))).toMatchObject({
      total: 5_200 + rows.filter(({ role, mergedInto }) => role === 'viewer' && mergedInto === null).length,
      more: false,
    });
    await database.write((manager) => manager.query(`DELETE FROM viewers WHERE id LIKE 'M%'`));
  });
});

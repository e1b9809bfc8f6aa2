import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { Standin } from '@gully/standin/standin';
import { Database, insertMany } from '../database/index.js';
import { ViewerRow } from './rows.js';
import { FaultyDisk, Gully, newFolder, newStandin } from '../test-support/index.js';
import { newViewer } from './index.js';

interface Preview {
  token: string;
  rows: number;
  fresh: number;
  changed: number;
  same: number;
  faulty: number;
  columns: string[];
  passedOver: string[];
  faults: { line: number; fault: string }[];
}

let standin: Standin;
let gully: Gully;
let folder: string;
beforeEach(async () => {
  standin = await newStandin();
  folder = newFolder();
  gully = await Gully.inRoom(standin, folder);
});
afterEach(async () => {
  await gully.stop();
  await standin.close();
});
const preview = async (
  file: string | Buffer,
  status = 200,
): Promise<Preview & { title: string; detail: string }> =>
  (
    await gully.http
      .post('/api/viewers/import/preview')
      .set('content-type', 'text/csv')
      .send(file)
      .expect(status)
  ).body as never;
const apply = async (token: string, status = 200): Promise<{ added: number; changed: number }> =>
  (await gully.http.post('/api/viewers/import').send({ token }).expect(status)).body as never;
const total = async (): Promise<number> =>
  ((await gully.http.get('/api/viewers')).body as { total: number }).total;
const store = (viewers: ViewerRow[]): Promise<void> =>
  gully.app.get(Database).write((manager) => insertMany(manager, ViewerRow, viewers));
const viewer = (n: number, name: string, more: Partial<ViewerRow> = {}): ViewerRow => ({
  ...newViewer(
    `V${String(n).padStart(25, '0')}`,
    'irc',
    `account:${name.toLowerCase()}`,
    name,
    'viewer',
    1_700_000_000_000 + n,
  ),
  ...more,
});

describe('viewers as a file', () => {
  test('out and in again changes nothing, names that would be formulas and all', async () => {
    await store([
      viewer(1, 'pebblewren', { messages: 345, watchMs: 90 * 60_000, role: 'subscriber' }),
      viewer(2, '=SUM(A1)', { bot: true }),
      viewer(3, 'Łucja_洞窟', { ignored: true }),
      viewer(4, '@at,"quoted"'),
    ]);
    const out = await gully.http.get('/api/viewers/export').expect(200);
    expect(out.headers['content-disposition']).toMatch(/attachment; filename="viewers\.csv"/u);
    expect(out.text.split('\n')[0]).toBe(
      'name,account,role,first_seen,last_seen,messages,watch_minutes,bot,ignored,followed_since,subscribed_months,merged_into,notes',
    );
    expect(out.text).toContain(`'=SUM(A1)`);
    expect(await preview(out.text)).toMatchObject({
      rows: 4,
      fresh: 0,
      changed: 0,
      same: 4,
      faulty: 0,
      passedOver: [],
    });
  });

  test('out of one channel and into another: notes and merges come along, who was erased does not', async () => {
    await store([
      viewer(1, 'pebblewren', { messages: 5, followedSince: 1_700_000_500_000, subscribedMonths: 3 }),
      viewer(2, 'pebblewren2', { messages: 7 }),
      viewer(3, 'gritandgo'),
      viewer(4, 'oxbowkid', { messages: 2 }),
    ]);
    const path = (n: number): string => `/api/viewers/${viewer(n, '').id}`;
    for (const text of ['brought soup', 'said "hm", twice\nand left a \\n'])
      await gully.http
        .post(`${path(1)}/notes`)
        .send({ text })
        .expect(201);
    await gully.http
      .post(`${path(1)}/merge`)
      .send({ from: viewer(2, '').id })
      .expect(200);
    await gully.http
      .post(`${path(3)}/erase`)
      .send({})
      .expect(204);
    const export1 = async (): Promise<string> => (await gully.http.get('/api/viewers/export')).text;
    const out = await export1();
    expect(out.split('\n').filter((line) => line.includes('erased'))).toEqual([]);
    expect(await preview(out)).toMatchObject({ rows: 3, fresh: 0, changed: 0, same: 3, faulty: 0 });
    for (const table of ['viewer_merges', 'viewer_notes', 'viewers'])
      await gully.source.query(`DELETE FROM ${table}`);
    const { token } = await preview(`\uFEFF${out}`);
    expect(await apply(token)).toEqual({ added: 3, changed: 0 });
    expect((await export1()).split('\n').sort()).toEqual(out.split('\n').sort());
    expect(await preview(out)).toMatchObject({ fresh: 0, changed: 0, same: 3 });
    // The figures are those of the file: together 12, and 5 when the merge is undone.
    const { body } = await gully.http.get('/api/viewers?search=pebblewren');
    const [winner] = (body as { viewers: { id: string; messages: number }[] }).viewers;
    expect(winner?.messages).toBe(12);
    const page = (await gully.http.get(`/api/viewers/${winner?.id ?? ''}`)).body as {
      merges: { id: string; name: string }[];
      notes: { text: string }[];
    };
    expect(page.notes.map(({ text }) => text).sort()).toEqual([
      'brought soup',
      'said "hm", twice\nand left a \\n',
    ]);
    expect(page.merges).toMatchObject([{ name: 'pebblewren2' }]);
    await gully.http.post(`/api/viewers/merges/${page.merges[0]?.id ?? ''}/undo`).expect(204);
    expect((await gully.http.get(`/api/viewers/${winner?.id ?? ''}`)).body).toMatchObject({
      viewer: { messages: 5 },
    });
  });

  test('goes out as it is searched and filtered', async () => {
    await store([
      viewer(1, 'pebblewren', { bot: true }),
      viewer(2, 'pebble_two'),
      viewer(3, 'siltlark', { bot: true, role: 'vip' }),
    ]);
    const names = async (query: string): Promise<string[]> =>
      (await gully.http.get(`/api/viewers/export?${query}`).expect(200)).text
        .trim()
        .split('\n')
        .slice(1)
        .map((line) => line.split(',')[0] ?? '');
    expect(await names('search=ebb')).toEqual(['pebblewren', 'pebble_two']);
    expect(await names('search=ebb&mark=bot')).toEqual(['pebblewren']);
    expect(await names('role=vip')).toEqual(['siltlark']);
    await gully.http.get('/api/viewers/export?role=knight').expect(422);
  });

  test('a file that Gully ended in the middle of is told of, with how far it came', async () => {
    const { token } = await preview(
      `name\n${Array.from({ length: 1_200 }, (_, n) => `caver${String(n)}`).join('\n')}\n`,
    );
    new FaultyDisk(gully.source).refuse(
      (sql, parameters) => sql.startsWith('INSERT INTO imports') && parameters[2] === 600,
    );
    const { title, detail } = (await gully.http.post('/api/viewers/import').send({ token }).expect(500))
      .body as Record<string, string>;
    expect(`${title ?? ''}: ${detail ?? ''}`).toContain('400 of 1,200 viewers were imported');
    expect(await total()).toBe(400);
    await gully.stop();
    gully = await Gully.inRoom(standin, folder);
    const told = async (): Promise<string[]> =>
      ((await gully.http.get('/api/activity')).body as { text: string }[])
        .map(({ text }) => text)
        .filter((text) => text.includes('ended early'));
    expect(await told()).toEqual([expect.stringContaining('400 of 1,200 viewers were imported')]);
    await gully.stop();
    gully = await Gully.inRoom(standin, folder);
    expect(await told()).toHaveLength(1);
  });

  test('the look tells what would be, changes nothing, and what was looked at is taken in once', async () => {
    await store([
      viewer(1, 'pebblewren', { messages: 5, watchMs: 61_000 }),
      viewer(2, 'siltlark', { messages: 7 }),
    ]);
    const seen = await preview(
      [
        'Name;Messages;Watch Minutes;Shoe size',
        'pebblewren;9;1;38',
        'siltlark;7;;',
        'newcomer;3;12;',
        ';1;;',
        'two words;1;;',
        'oxbowkid;-3;;',
        '',
      ].join('\r\n'),
    );
    expect(seen).toMatchObject({
      rows: 6,
      fresh: 1,
      changed: 1,
      same: 1,
      faulty: 3,
      passedOver: ['Shoe size'],
    });
    expect(seen.faults.map(({ line, fault }) => [line, fault])).toEqual([
      [5, expect.stringMatching(/not a viewer’s name/u)],
      [6, expect.stringMatching(/“two words” is not a viewer’s name/u)],
      [7, expect.stringMatching(/messages is “-3”/u)],
    ]);
    expect(await total()).toBe(2);
    // What a spreadsheet would run is taken in from no file.
    const { faults } = await preview('name\n=cmd|x\n');
    expect(faults).toEqual([{ line: 2, fault: '“=cmd|x” begins like a formula of a spreadsheet' }]);
    await apply(seen.token, 409);
    const again = await preview('name,messages,watch minutes\npebblewren,9,1\nsiltlark,7,\nnewcomer,3,12\n');
    expect(await apply(again.token)).toEqual({ added: 1, changed: 1 });
    await apply(again.token, 409);
    await gully.type('newcomer', 'I am known here');
    const { body } = await gully.http.get('/api/viewers?search=newcomer');
    expect(body).toMatchObject({ viewers: [{ name: 'newcomer', messages: 4, watchTime: 720 }] });
  });

  test.each<[string, string | Buffer, RegExp]>([
    ['other columns', 'user,points\npebblewren,4\n', /no column called name.*It has user, points/u],
    [
      'another encoding',
      Buffer.from('name,role\nŁucja,viewer\nodalys\xe9,viewer\n', 'latin1'),
      /not in UTF-8.*\(line 3\)/u,
    ],
    ['nothing', '', /empty/u],
    ['a quote that never ends', 'name,role\n"pebblewren,viewer\n', /cannot be read as CSV/u],
    [
      'too many rows',
      `name\n${Array.from({ length: 100_001 }, (_, n) => `caver${String(n)}`).join('\n')}\n`,
      /too many rows/u,
    ],
  ])('%s: nothing is read, and the reason is told', async (_, file, words) => {
    const { title, detail } = await preview(file, 422);
    expect(`${title} ${detail}`).toMatch(words);
    expect(await total()).toBe(0);
  });

  test('30,000 rows in UTF-16 are taken in while chat goes on', async () => {
    await gully.add({ text: 'lit' });
    const lines = [
      'name,messages',
      ...Array.from({ length: 30_000 }, (_, n) => `caver${String(n)},${String(n)}`),
    ];
    const { token, fresh } = await preview(Buffer.from(`\uFEFF${lines.join('\n')}`, 'utf16le'));
    expect(fresh).toBe(30_000);
    const applied = apply(token);
    expect((await gully.type('pebblewren', '!lantern')).outcome).toBe('ran');
    expect(await applied).toEqual({ added: 30_000, changed: 0 });
    expect(await total()).toBe(30_001);
    const page = await gully.http
      .get('/api/viewers?sort=messages&order=down&offset=29900&limit=100')
      .expect(200);
    expect((page.body as { viewers: { messages: number }[] }).viewers[0]?.messages).toBe(99);
  }, 90_000);

  test('someone who is erased after a file was looked at does not come back by it', async () => {
    await gully.type('gritandgo', 'evening');
    const { body } = await gully.http.get('/api/viewers?search=gritandgo');
    const [viewer] = (body as { viewers: { id: string }[] }).viewers;
    const { token } = await preview('name,messages\ngritandgo,40\n');
    await gully.http
      .post(`/api/viewers/${viewer?.id ?? ''}/erase`)
      .send({})
      .expect(204);
    const { title } = (await gully.http.post('/api/viewers/import').send({ token }).expect(409)).body as {
      title: string;
    };
    expect(title).toBe('This file must be looked at again');
    expect((await gully.http.get('/api/viewers?search=gritandgo')).body).toMatchObject({ total: 0 });
  });

  test('only CSV is taken', async () => {
    await gully.http.post('/api/viewers/import/preview').send({ name: 'pebblewren' }).expect(415);
    await apply('01AAAAAAAAAAAAAAAAAAAAAAAA', 409);
  });
});

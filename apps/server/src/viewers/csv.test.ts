import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { Standin } from '@gully/standin/standin';
import { Database, insertMany, ViewerRow } from '../database/index.js';
import { Gully, newStandin } from '../test-support/index.js';
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
beforeEach(async () => {
  standin = await newStandin();
  gully = await Gully.inRoom(standin);
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
      'name,account,role,first_seen,last_seen,messages,watch_minutes,bot,ignored',
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
    await gully.source.query('DELETE FROM viewers');
    const { token } = await preview(`\uFEFF${out.text}`);
    expect(await apply(token)).toEqual({ added: 4, changed: 0 });
    const lines = (text: string): string[] => text.split('\n').sort();
    expect(lines((await gully.http.get('/api/viewers/export')).text)).toEqual(lines(out.text));
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
      [5, expect.stringMatching(/no viewer’s name/u)],
      [6, expect.stringMatching(/“two words” is no viewer’s name/u)],
      [7, expect.stringMatching(/messages is “-3”/u)],
    ]);
    expect(await total()).toBe(2);
    expect(await apply(seen.token)).toEqual({ added: 1, changed: 1 });
    await apply(seen.token, 409);
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
    ['a quote that never ends', 'name,role\n"pebblewren,viewer\n', /no CSV that can be read/u],
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

  test('100,000 rows in UTF-16 are taken in while chat goes on', async () => {
    await gully.add({ text: 'lit' });
    const lines = [
      'name,messages',
      ...Array.from({ length: 100_000 }, (_, n) => `caver${String(n)},${String(n)}`),
    ];
    const { token, fresh } = await preview(Buffer.from(`\uFEFF${lines.join('\n')}`, 'utf16le'));
    expect(fresh).toBe(100_000);
    const applied = apply(token);
    expect((await gully.type('pebblewren', '!lantern')).outcome).toBe('ran');
    expect(await applied).toEqual({ added: 100_000, changed: 0 });
    expect(await total()).toBe(100_001);
    const page = await gully.http
      .get('/api/viewers?sort=messages&order=down&offset=99900&limit=100')
      .expect(200);
    expect((page.body as { viewers: { messages: number }[] }).viewers[0]?.messages).toBe(99);
  });

  test('only CSV is taken', async () => {
    await gully.http.post('/api/viewers/import/preview').send({ name: 'pebblewren' }).expect(415);
    await apply('01AAAAAAAAAAAAAAAAAAAAAAAA', 409);
  });
});

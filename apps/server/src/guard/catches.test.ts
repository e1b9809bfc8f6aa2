import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Standin } from '@gully/standin/standin';
import { Database } from '../database/index.js';
import { Gully, newStandin, RawClient, until } from '../test-support/index.js';
import { CatchRow } from './rows.js';
import type { CatchDto, CountsDto } from './views.js';

let standin: Standin;
let gully: Gully;
const NOW = Date.now();
const row = (n: number, more: Partial<CatchRow>): CatchRow => ({
  id: `01TEST${String(n).padStart(20, '0')}`,
  at: NOW - 1_000_000 + n * 1_000,
  viewerId: 'v-1',
  name: 'cheap_ropes_4u',
  by: null,
  does: 'delete',
  seconds: 0,
  text: `message ${String(n)}`,
  fragments: '[]',
  filter: 'links',
  measure: 'ropes.example',
  allowed: 'only allowed domains',
  step: 1,
  strike: true,
  spared: null,
  silenced: false,
  until: null,
  overlap: null,
  state: 'done',
  note: '',
  undoneAt: null,
  undoneBy: null,
  label: null,
  ...more,
});
const ROWS = [
  ...Array.from({ length: 120 }, (_, n) => row(n, {})),
  row(200, {
    name: 'hollowbee',
    viewerId: 'v-2',
    filter: 'capitals',
    measure: '91% of 20 letters',
    text: '100% SURE',
  }),
  row(201, { undoneAt: NOW, undoneBy: 'streamer', label: 'wrong', viewerId: 'v-3', step: 2 }),
  row(202, { state: 'failed', note: 'too late', viewerId: 'v-3', step: 3 }),
  row(203, {
    by: 'mossmoth',
    does: 'ban',
    filter: null,
    measure: '',
    text: '=HYPERLINK("x")',
    strike: false,
    step: 0,
  }),
  row(204, { label: 'right', text: 'under_score' }),
];
beforeAll(async () => {
  standin = await newStandin();
  gully = await Gully.inRoom(standin);
  await gully.app.get(Database).write((manager) => manager.insert(CatchRow, ROWS));
});
afterAll(async () => {
  await gully.stop();
  await standin.close();
});
const page = async (query: string): Promise<CatchDto[]> =>
  (await gully.http.get(`/api/guard/catches?${query}`).expect(200)).body as CatchDto[];
const ids = async (query: string): Promise<number[]> =>
  (await page(`limit=500&${query}`)).map(({ id }) => Number(id.slice(6)));

describe('the list of catches', () => {
  test('comes page by page, newest first, without a gap and nothing twice', async () => {
    const all: string[] = [];
    for (let before = ''; ;) {
      const some = await page(`limit=50${before === '' ? '' : `&before=${before}`}`);
      all.push(...some.map(({ id }) => id));
      if (some.length < 50) break;
      before = some.at(-1)?.id ?? '';
    }
    expect(all).toEqual(ROWS.map(({ id }) => id).reverse());
  });

  test.each<[string, number[]]>([
    ['filter=capitals', [200]],
    ['of=people', [203]],
    ['of=undone', [201]],
    ['of=failed', [202]],
    ['label=right', [204]],
    ['label=wrong', [201]],
    ['viewer=v-3', [202, 201]],
    ['search=hollow', [200]],
    ['search=mossmoth', [203]],
    // What a search means for SQL is only itself.
    [`search=${encodeURIComponent('100%')}`, [200]],
    ['search=r_s', [204]],
    [`search=${encodeURIComponent("' OR 1=1 --")}`, []],
    [`since=${new Date(NOW - 1_000_000 + 202_500).toISOString()}`, [204, 203]],
    ['of=guard&filter=links&label=wrong&viewer=v-3', [201]],
  ])('is narrowed by %s', async (query, expected) => {
    expect(await ids(query)).toEqual(expected);
  });

  test.each(['filter=wizardry', 'of=nobody', 'label=maybe', 'since=soon', 'limit=0'])(
    'refuses %s',
    async (query) => {
      await gully.http.get(`/api/guard/catches?${query}`).expect(422);
    },
  );

  test('goes out as CSV as it is narrowed, and nothing of it is run by a spreadsheet', async () => {
    const { text } = await gully.http.get('/api/guard/catches/csv?of=people').expect(200);
    const [head, first, ...rest] = text.trim().split('\r\n');
    expect(head).toMatch(/^at,viewer,by,filter,measured,/u);
    expect(first).toContain(`"'=HYPERLINK(""x"")"`);
    expect(rest).toEqual([]);
  });

  test('is counted by filter and by how far viewers came; what was undone does not count', async () => {
    const counts = (await gully.http.get('/api/guard/counts').expect(200)).body as CountsDto;
    expect(counts.filters.find(({ filter }) => filter === 'links')).toEqual({
      filter: 'links',
      caught: 123,
      undone: 1,
    });
    expect(counts.steps).toEqual([
      { step: 1, viewers: 2 },
      { step: 3, viewers: 1 },
    ]);
  });

  test('takes labels, which are kept with the line for replay, and lets them go again', async () => {
    const [one] = ROWS;
    const path = `/api/guard/catches/${String(one?.id)}/label`;
    const labels = async (): Promise<unknown> =>
      (await gully.http.get(`/api/guard/labels?lines=${String(one?.id)}`).expect(200)).body;
    await gully.http.put(path).send({ label: 'stricter' }).expect(204);
    expect(await labels()).toEqual([{ line: one?.id, filter: 'links', right: true }]);
    await gully.http.put(path).send({ label: 'wrong' }).expect(204);
    expect(await labels()).toEqual([{ line: one?.id, filter: 'links', right: false }]);
    await gully.http.put(path).send({ label: null }).expect(204);
    expect(await labels()).toEqual([]);
    await gully.http.put(path).send({ label: 'great' }).expect(422);
    await gully.http.put('/api/guard/catches/nothing/label').send({ label: null }).expect(404);
  });
});

describe('what people do in the room', () => {
  test('is told for one viewer, a kick right after a ban is part of it, and a mask for many is nobody’s', async () => {
    const owner = await RawClient.join(standin.ircPort, 'odalys_tarn');
    await gully.type('gritandgo', 'evening');
    await gully.type('saltspar', 'evening');
    owner.send('MODE #lanternhour +b gritandgo!*@*', 'KICK #lanternhour gritandgo :out');
    owner.send('KICK #lanternhour saltspar :a break', 'MODE #lanternhour +b *!*@*.bad.example');
    const acts = await until(async () => {
      const all = (await page('of=people&limit=50')).filter(({ by }) => by === 'odalys_tarn');
      return all.some(({ name }) => name === 'saltspar') ? all : undefined;
    }, 'what the streamer did');
    expect(acts.map(({ name, does, text }) => [name, does, text])).toEqual([
      ['saltspar', 'kick', 'a break'],
      ['gritandgo', 'ban', ''],
    ]);
    await until(async () => {
      const { body } = await gully.http.get('/api/activity').expect(200);
      return (body as { text: string }[]).some(({ text }) => text === 'banned *!*@*.bad.example')
        ? true
        : undefined;
    }, 'the mask in the activity');
    owner.close();
  });
});

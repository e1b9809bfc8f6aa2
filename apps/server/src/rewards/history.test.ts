import { beforeEach, expect, test } from '@jest/globals';
import { parse } from 'csv-parse/sync';
import { BLANK_REWARD } from '@gully/core/rewards';
import { selling } from '../test-support/index.js';
import { GivenLines } from './given-lines.js';
import type { RedemptionDto } from './views.js';

const shop = selling(['pebblewren', 'mossmoth', 'oxbowkid']);
const { sell, page, act, stands } = shop;
const NAMES = ['pebblewren', 'mossmoth', 'oxbowkid'];
const NOTE = { name: 'note', type: 'text', required: false, private: false, choices: [] } as const;
let card = '';

/** Each of the three buys a card, and the first a lamp as well. */
beforeEach(async () => {
  card = await sell('card', { name: 'Postcard', asks: [NOTE] });
  await sell('lamp', { name: 'Lamp' });
  for (const name of NAMES) {
    await shop.gully.type(name, name === 'mossmoth' ? '!card =1+1' : '!card');
    await stands('waiting', name);
  }
  await shop.gully.type('pebblewren', '!lamp');
  await stands('waiting', 'pebblewren');
});

test('purchases are listed newest first, page by page, and by reward, viewer and state', async () => {
  const names = (rows: readonly RedemptionDto[]) => rows.map(({ title, name }) => `${title} ${name}`);
  const all = await page();
  expect(names(all)).toEqual([
    'Lamp pebblewren',
    'Postcard oxbowkid',
    'Postcard mossmoth',
    'Postcard pebblewren',
  ]);
  const first = await page('?limit=3');
  expect(names(first)).toEqual(names(all).slice(0, 3));
  expect(names(await page(`?limit=3&before=${encodeURIComponent(first.at(-1)!.id)}`))).toEqual([
    'Postcard pebblewren',
  ]);
  await act('done', all[1]!.id, all[2]!.id);
  expect(names(await page('?state=open'))).toEqual(['Lamp pebblewren', 'Postcard pebblewren']);
  expect(names(await page(`?state=done&reward=${card}`))).toEqual(['Postcard oxbowkid', 'Postcard mossmoth']);
  expect(names(await page(`?viewer=${all[0]!.viewer}`))).toEqual(['Lamp pebblewren', 'Postcard pebblewren']);
  await shop.gully.http.get('/api/redemptions?state=lost').expect(422);
  await shop.gully.http.get('/api/redemptions?limit=0').expect(422);
});

test('a file of them has those that are shown, and runs nothing where it is opened', async () => {
  const [owed] = await page(`?reward=${card}`);
  const note = '=HYPERLINK("https://lamps.example")';
  await shop.gully.http
    .post('/api/redemptions/act')
    .send({ act: 'return', ids: [owed!.id], note })
    .expect(200);
  const { text } = await shop.gully.http.get(`/api/redemptions/csv?reward=${card}`).expect(200);
  const rows = parse<Record<string, string>>(text, { columns: true, bom: true });
  expect(rows.map(({ viewer, state }) => [viewer, state])).toEqual([
    ['oxbowkid', 'returned'],
    ['mossmoth', 'waiting'],
    ['pebblewren', 'waiting'],
  ]);
  expect(rows[1]!.answers).toBe('note: =1+1');
  // A cell that begins like a formula is one to most programs for tables.
  expect(rows[0]!.note).toBe(`'${note}`);
});

test('acting tells what it did and what it left, one by one; nothing is done to what is not there', async () => {
  const [lamp, third] = await page();
  const { body } = await act('done', lamp!.id, 'nobody-bought-this', third!.id);
  expect(body).toEqual({ done: expect.arrayContaining([lamp!.id, third!.id]) as unknown, left: [] });
  const again = (await act('done', lamp!.id, third!.id)).body as { done: string[]; left: string[] };
  expect([again.done.length, again.left.length]).toEqual([0, 2]);
  expect((await act('reopen', lamp!.id)).body).toMatchObject({ done: [lamp!.id], left: [] });
  expect((await page('?state=open')).map(({ id }) => id)).toContain(lamp!.id);
  await shop.gully.http
    .post('/api/redemptions/act')
    .send({ act: 'keep', ids: [lamp!.id], note: '' })
    .expect(422);
});

test('who deletes a reward keeps what was bought of it, and what is owed can still be handed over', async () => {
  await shop.gully.http.delete(`/api/rewards/${card}`).expect(204);
  const owed = await page('?state=open');
  expect(owed.map(({ title }) => title)).toEqual(['Lamp', 'Postcard', 'Postcard', 'Postcard']);
  await act('return', owed[1]!.id);
  await act('done', owed[2]!.id);
  await shop.stop();
  await shop.start();
  expect((await page()).map(({ state }) => state)).toEqual(['waiting', 'returned', 'done', 'waiting']);
});

test('the streamer is told once when the last lines are left, and again when none is', async () => {
  const list = await shop.gully.addList('Keys', ['MAP-A', 'MAP-B', 'MAP-C']);
  const says = { ...BLANK_REWARD.says, bought: '', handed: '' };
  await sell('key', { name: 'Key', gives: 'line', list, warnAt: 2, says });
  const told = async (): Promise<string[]> => {
    const { body } = await shop.gully.http.get('/api/activity').expect(200);
    return (body as { text: string }[]).flatMap(({ text }) => (text.includes('to hand out') ? [text] : []));
  };
  for (const name of NAMES) {
    await shop.gully.type(name, '!key');
    await stands('done', name);
    await shop.gully.app.get(GivenLines).tidy();
  }
  expect((await told()).sort()).toEqual(['Key: 2 left to hand out', 'Key: nothing is left to hand out']);
});

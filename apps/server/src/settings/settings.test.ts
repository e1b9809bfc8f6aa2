import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Standin } from '@gully/standin/standin';
import { Database } from '../database/index.js';
import { SettingRow } from './rows.js';
import { Gully, newFolder, newStandin } from '../test-support/index.js';

let standin: Standin;
beforeAll(async () => {
  standin = await newStandin();
});
afterAll(async () => {
  await standin.close();
});

test('every value a setting had is kept; one that cannot be read leaves the one before in force', async () => {
  const folder = newFolder();
  const before = await Gully.start(standin, folder);
  const wren = { name: 'pebblewren', roles: ['subscriber'], hours: 18 };
  await before.http
    .put('/api/settings/personas')
    .send({ value: [wren], version: 0 })
    .expect(200);
  await before.http.put('/api/settings/prefix').send({ value: '?', version: 0 }).expect(200);
  await before.http.put('/api/settings/prefix').send({ value: '~', version: 1 }).expect(200);
  const database = before.app.get(Database);
  expect(await database.read.countBy(SettingRow, { key: 'prefix' })).toBe(2);
  await database.write((manager) =>
    manager.update(SettingRow, { key: 'prefix', version: 2 }, { value: '"~' }),
  );
  await before.stop();
  const after = await Gully.start(standin, folder);
  expect((await after.http.get('/api/settings').expect(200)).body).toEqual({
    prefix: { value: '?', version: 1 },
    personas: { value: [wren], version: 1 },
  });
  await after.stop();
});

test('two people at once: one is told, and shown what holds', async () => {
  const gully = await Gully.start(standin);
  const both = await Promise.all(
    ['?', '~'].map((value) => gully.http.put('/api/settings/prefix').send({ value, version: 0 })),
  );
  expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
  await gully.stop();
});

test.each<[object, string]>([
  [{ value: [{ name: 'two words', roles: [] }], version: 0 }, 'value.0.name'],
  [{ value: [{ name: 'x', roles: ['wizard'] }], version: 0 }, 'value.0.roles'],
  [{ value: [{ name: 'x', roles: [], hours: -1 }], version: 0 }, 'value.0.hours'],
  [{ value: Array(31).fill({ name: 'x', roles: [] }), version: 0 }, 'value'],
])('personas that cannot be are refused by field: %#', async (body, field) => {
  const gully = await Gully.start(standin);
  const refused = await gully.http.put('/api/settings/personas').send(body).expect(422);
  expect(Object.keys((refused.body as { fields: object }).fields)).toContain(field);
  await gully.stop();
});

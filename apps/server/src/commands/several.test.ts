import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import type { Standin } from '@gully/standin/standin';
import { Gully, lantern, newStandin } from '../test-support/index.js';

interface Listed {
  id: string;
  enabled: boolean;
  group: string;
  version: number;
  trigger: { name: string };
}

let standin: Standin;
let gully: Gully;
let ids: string[];
beforeAll(async () => {
  standin = await newStandin();
  gully = await Gully.start(standin);
});
afterAll(async () => {
  await gully.stop();
  await standin.close();
});
const list = async (): Promise<Listed[]> =>
  (await gully.http.get('/api/commands').expect(200)).body as Listed[];
const several = async (change: string, more: object = {}, status = 200): Promise<unknown> =>
  (
    await gully.http
      .post('/api/commands/several')
      .send({ ids, change, ...more })
      .expect(status)
  ).body;
beforeEach(async () => {
  ids = (await list()).map(({ id }) => id);
  await several('delete');
  ids = [];
  for (const name of ['map', 'kit', 'rope']) ids.push((await gully.add({ name, aliases: [`${name}s`] })).id);
});

describe('several commands at once', () => {
  test('are switched and put back with one step', async () => {
    await several('switch-off');
    expect((await list()).map(({ enabled }) => enabled)).toEqual([false, false, false]);
    await several('step-back');
    expect((await list()).map(({ enabled, version }) => [enabled, version])).toEqual([
      [true, 3],
      [true, 3],
      [true, 3],
    ]);
  });

  test('are grouped, and taken out again', async () => {
    await several('set', { part: { group: ' The cave ' } });
    expect((await list()).map(({ group }) => group)).toEqual(['The cave', 'The cave', 'The cave']);
    await several('set', { part: { group: '' } });
    expect((await list()).map(({ group }) => group)).toEqual(['', '', '']);
    await several('set', { part: { group: 'x'.repeat(41) } }, 422);
  });

  test('get who may and how often in common, and keep what else they have', async () => {
    const viewerCooldown = 45;
    await gully.http
      .put(`/api/commands/${ids[0] ?? ''}`)
      .send({ ...lantern({ name: 'map', aliases: [], viewerCooldown }), version: 1 });
    await several('set', {
      part: { gates: { cooldown: 30, lowestRole: 'vip', always: [{ name: 'Pebblewren', viewer: null }] } },
    });
    const gates = async (): Promise<{ cooldown: number; viewerCooldown: number; lowestRole: string }[]> =>
      ((await list()) as (Listed & { gates: never })[]).map((each) => each.gates);
    expect(await gates()).toMatchObject(Array(3).fill({ cooldown: 30, lowestRole: 'vip' }));
    expect((await gates()).map((each) => each.viewerCooldown)).toContain(viewerCooldown);
    await several('step-back');
    expect((await gates()).map(({ cooldown }) => cooldown)).not.toContain(30);
    for (const part of [{ gates: { cooldown: -1 } }, { gates: { lowestRole: 'king' } }, { colour: 'red' }])
      await several('set', { part }, 422);
  });

  test('are deleted and restored, their names free meanwhile', async () => {
    await several('delete');
    expect(await list()).toEqual([]);
    const other = await gully.add({ name: 'ropes', aliases: [] });
    const refused = (await several('restore', {}, 422)) as { title: string; detail: string };
    expect(refused.title).toBe('Nothing was changed');
    expect(refused.detail).toMatch(/!rope: !ropes is taken.*None of them was changed/u);
    expect(await list()).toHaveLength(1);
    await gully.http.delete(`/api/commands/${other.id}`).expect(204);
    await several('restore');
    expect((await list()).map(({ trigger }) => trigger.name)).toEqual(['kit', 'map', 'rope']);
  });

  test('are all of them or none: one that is not there leaves the others as they were', async () => {
    ids.push('01AAAAAAAAAAAAAAAAAAAAAAAA');
    await several('switch-off', {}, 404);
    await several('delete', {}, 404);
    expect((await list()).every(({ enabled }) => enabled)).toBe(true);
  });

  test('two people at once: each change is whole, and the last one holds', async () => {
    await Promise.all([
      several('switch-off'),
      several('set', { part: { group: 'one' } }),
      several('set', { part: { group: 'two' } }),
    ]);
    const after = await list();
    expect(
      new Set(after.map(({ group, enabled, version }) => `${group} ${String(enabled)} ${String(version)}`))
        .size,
    ).toBe(1);
    expect(after[0]?.version).toBe(4);
  });

  test.each([
    [{ change: 'dance' }],
    [{ ids: 'all' }],
    [{ ids: ['x', 'x'] }],
    [{ ids: Array(2_001).fill('x') }],
  ])('what cannot be done is refused (%#)', async (wrong) => {
    await several('switch-on', wrong, 422);
  });
});

describe('two commands trade a name', () => {
  test('when the first is renamed, its name is free for the second', async () => {
    const [map, kit] = ids;
    await gully.http
      .put(`/api/commands/${map ?? ''}`)
      .send({ ...lantern({ name: 'chart', aliases: [] }), version: 1 })
      .expect(200);
    await gully.http
      .put(`/api/commands/${kit ?? ''}`)
      .send({ ...lantern({ name: 'map', aliases: ['maps'] }), version: 1 })
      .expect(200);
    const refused = await gully.http
      .post(`/api/commands/${map ?? ''}/step-back`)
      .send({ version: 2 })
      .expect(422);
    expect((refused.body as { fields: object }).fields).toEqual({
      'trigger.name': '!map is taken: there is a command of that name',
      'trigger.aliases': '!maps is taken: it is an alias of !map',
    });
  });
});

import { afterEach, describe, expect, test } from '@jest/globals';
import { begin, guardOff, WAYS, type GuardSettings } from '@gully/core/guard';
import type { Standin } from '@gully/standin/standin';
import { Database } from '../database/index.js';
import { SettingRow } from '../settings/index.js';
import { Gully, newFolder, newStandin, until } from '../test-support/index.js';

let standin: Standin | undefined;
const running: Gully[] = [];
afterEach(async () => {
  for (const gully of running.splice(0)) await gully.stop();
  await standin?.close();
  standin = undefined;
});
async function start(folder = newFolder()): Promise<Gully> {
  standin ??= await newStandin();
  const gully = await Gully.inRoom(standin, folder);
  running.push(gully);
  return gully;
}
const now = async (gully: Gully): Promise<{ value: GuardSettings; version: number; filters: object[] }> =>
  (await gully.http.get('/api/guard').expect(200)).body as never;

describe('the guard’s settings', () => {
  test('of a new channel look at nothing, and each way to begin can be saved as it comes', async () => {
    const gully = await start();
    expect(await now(gully)).toMatchObject({ value: guardOff(), version: 0, filters: { length: 9 } });
    for (const [version, way] of WAYS.entries()) {
      const { body } = await gully.http.post('/api/guard/beginning').send({ way }).expect(200);
      const { value } = body as { value: object };
      expect(value).toEqual(JSON.parse(JSON.stringify(begin(way))));
      await gully.http.put('/api/guard').send({ value, version }).expect(200);
    }
    const ask = (body: object) => gully.http.post('/api/guard/beginning').send(body);
    await ask({ way: 'ruthless' }).expect(422);
    const { value: settings } = await now(gully);
    const { body } = await ask({ way: 'mild', settings, also: ['wave.enabled'] }).expect(200);
    const { value, also } = body as { value: GuardSettings; also: { id: string }[] };
    expect([value.filters.wave.enabled, value.filters.emotes.enabled]).toEqual([false, true]);
    expect(also.map(({ id }) => id)).toContain('emotes.enabled');
  });

  test('stored by another Gully are read as far as they can be, and the rest looks at nothing', async () => {
    const folder = newFolder();
    const before = await start(folder);
    const { filters } = begin('usual');
    const old = {
      filters: { links: filters.links, sonar: filters.pace, pace: 'fast' },
      ladder: { steps: 'up' },
    };
    await before.app.get(Database).write((manager) =>
      manager.insert(SettingRow, {
        key: 'guard',
        version: 1,
        value: JSON.stringify(old),
        changedAt: 0,
        actor: 'streamer',
      }),
    );
    await before.stop();
    running.length = 0;
    const after = await start(folder);
    const { value } = await now(after);
    expect([value.filters.links.enabled, value.filters.pace.enabled, 'sonar' in value.filters]).toEqual([
      true,
      false,
      false,
    ]);
    expect((await after.type('siltlark', 'see maps.example')).outcome).toBe('removed');
  });

  test('are told to pages and in the activity, and the one before is saved again to go back', async () => {
    const gully = await start();
    await gully.http
      .put('/api/guard')
      .send({ value: begin('strict'), version: 0 })
      .expect(200);
    const { value } = await now(gully);
    await gully.http
      .put('/api/guard')
      .send({ value: begin('mild'), version: 1 })
      .expect(200);
    await gully.http.put('/api/guard').send({ value, version: 2 }).expect(200);
    expect((await now(gully)).value).toEqual(value);
    await until(async () => {
      const { body } = await gully.http.get('/api/activity').expect(200);
      const told = (body as { subject: string; text: string }[]).filter(({ subject }) => subject === 'Guard');
      return told.length === 3 ? told : undefined;
    }, 'the three changes');
  });

  test('bind the name they give to the person, once someone of that name was seen', async () => {
    const gully = await start();
    const seen = await gully.type('pebblewren', 'evening');
    const usual = begin('usual');
    const named = ['PebbleWren', 'mossmoth'].map((name) => ({ name, viewer: null }));
    const filters = { ...usual.filters, links: { ...usual.filters.links, exempt: named } };
    const value = { ...usual, filters, never: { from: null, viewers: named } };
    await gully.http.put('/api/guard').send({ value, version: 0 }).expect(200);
    const saved = (await now(gully)).value;
    for (const viewers of [saved.filters.links.exempt, saved.never.viewers])
      expect(viewers.map(({ viewer }) => viewer)).toEqual([seen.viewer, null]);
    expect((await gully.type('mossmoth', 'ropes.example')).outcome).toBe('talk');
  });

  test.each<[string, string]>([
    ['only combining marks', '\u0301\u0302\u0303\u0304\u0305\u0306\u0307\u0308\u0309\u030a\u030b\u030c'],
    ['right-to-left overrides', '\u202e\u202e\u202eelpmaxe.sepor\u202c'],
    ['nothing that is seen', '\u200b\u200b\u2060\u200b'],
    ['a very long word', 'a'.repeat(4_900)],
    ['lone surrogates', '\ud800\udc00\ud800 x'],
  ])('hold for a message of %s, and chat goes on', async (_, text) => {
    const gully = await start();
    await gully.http
      .put('/api/guard')
      .send({ value: begin('strict'), version: 0 })
      .expect(200);
    const tried = await gully.http.post('/api/guard/try').send({ text }).expect(200);
    expect((tried.body as { filters: object[] }).filters).toHaveLength(9);
    await gully.http.post('/api/standin/say').send({ name: 'rope_sale', roles: [], text });
    expect((await gully.type('siltlark', 'still here')).outcome).toBe('talk');
  });
});

import { readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import type { Standin } from '@gully/standin/standin';
import { Database } from '../database/index.js';
import { Gully, newFolder, newStandin, until } from '../test-support/index.js';

/** Nothing of the environment says where the room is. */
const NOTHING_SET = { GULLY_IRC_PORT: '' };

let standin: Standin;
const running: Gully[] = [];
const start = async (
  folder = newFolder(),
  settings: Record<string, string> = NOTHING_SET,
): Promise<Gully> => {
  const gully = await Gully.start(standin, folder, settings);
  running.push(gully);
  return gully;
};
beforeEach(async () => {
  standin = await newStandin();
});
afterEach(async () => {
  for (const gully of running.splice(0)) await gully.stop();
  await standin.close();
});

const wish = (more: object = {}): object => ({
  host: '127.0.0.1',
  port: standin.ircPort,
  tls: false,
  channel: '#lanternhour',
  nick: 'gully',
  account: '',
  rolesTag: 'gully.example/roles',
  streamer: '',
  ...more,
});
const set = async (gully: Gully, more: object, version: number, status = 200): Promise<object> =>
  (
    await gully.http
      .put('/api/connection/room')
      .send({ ...wish(more), version })
      .expect(status)
  ).body as object;
const room = async (gully: Gully): Promise<Record<string, unknown>> =>
  (await gully.http.get('/api/connection/room').expect(200)).body as Record<string, unknown>;

test('with nothing set it waits to be told where, goes there, and is there again after a restart', async () => {
  const folder = newFolder();
  const before = await start(folder);
  expect((await before.http.get('/api/connection')).body).toMatchObject({ state: 'unset', waiting: 0 });
  expect(await room(before)).toMatchObject({ isSet: false, version: 0, fromEnvironment: {} });
  await set(before, {}, 0);
  await before.entered();
  await before.add();
  await before.type('pebblewren', '!lantern');
  await before.said('pebblewren lights lantern 1.');
  // Elsewhere, under another name.
  await set(before, { nick: 'glim' }, 1);
  await until(() => (before.connection.open && before.connection.nick === 'glim' ? true : undefined), 'glim');
  await before.type('pebblewren', '!lantern');
  await before.said('pebblewren lights lantern 2.');
  await before.stop();
  running.length = 0;
  const after = await start(folder);
  await after.entered();
  expect(after.connection.nick).toBe('glim');
});

test('passwords are kept unreadable, are never told, and are gone with their key', async () => {
  const folder = newFolder();
  const gully = await start(folder);
  await set(gully, { password: 'wet-boots-9', account: 'gully', accountPassword: 'dry-socks-7' }, 0);
  expect(await room(gully)).toMatchObject({ kept: ['password', 'accountPassword'] });
  expect(JSON.stringify(await room(gully))).not.toMatch(/wet-boots|dry-socks/u);
  expect(statSync(join(folder, 'secret.key')).mode & 0o077).toBe(0);
  await gully.app.get(Database).flushed();
  const files = readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter((each) => each.isFile())
    .map(({ parentPath, name }) => readFileSync(join(parentPath, name), 'latin1'));
  expect(files.join('\n')).not.toMatch(/wet-boots|dry-socks/u);
  // What is not given stays; what is given empty goes.
  await set(gully, { account: 'gully', password: '' }, 1);
  expect(await room(gully)).toMatchObject({ kept: ['accountPassword'] });
  await gully.stop();
  running.length = 0;
  rmSync(join(folder, 'secret.key'));
  const after = await start(folder);
  expect(await room(after)).toMatchObject({ kept: [], account: 'gully' });
  // Cut short, as by a power cut.
  writeFileSync(join(folder, 'secret.key'), 'c2hvcnQ=');
  await set(after, { accountPassword: 'dry-socks-8' }, 2);
  expect(await room(after)).toMatchObject({ kept: ['accountPassword'] });
});

test('what the environment sets holds, and is said to', async () => {
  const gully = await start(newFolder(), { GULLY_IRC_NICK: 'lamplighter' });
  await set(gully, { nick: 'other', channel: '#elsewhere', port: 1 }, 0);
  expect(await room(gully)).toMatchObject({
    nick: 'lamplighter',
    port: standin.ircPort,
    channel: '#elsewhere',
    fromEnvironment: { nick: 'GULLY_IRC_NICK', port: 'GULLY_IRC_PORT' },
  });
});

test('two people at once: one of them is told, and what is not usable is said by its field', async () => {
  const gully = await start();
  const both = await Promise.all(
    ['one', 'two'].map((nick) =>
      gully.http.put('/api/connection/room').send({ ...wish({ nick }), version: 0 }),
    ),
  );
  expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
  const wrong = await set(gully, { host: '', port: 0, channel: 'x y', nick: '#', rolesTag: '+r' }, 1, 422);
  expect(Object.keys((wrong as { fields: object }).fields).sort()).toEqual([
    'channel',
    'host',
    'nick',
    'port',
    'rolesTag',
  ]);
});

test('a room is tried before it is set: whether it is reached, joined, with rights, and hears itself', async () => {
  const gully = await start();
  const tried = async (more: object = {}): Promise<{ step: string; ok: boolean; words: string }[]> =>
    (await gully.http.post('/api/connection/room/test').send(wish(more)).expect(200)).body as never;
  expect((await tried()).map(({ step, ok }) => [step, ok])).toEqual([
    ['reach', true],
    ['join', true],
    ['rights', true],
    ['hear', true],
  ]);
  const [alone] = await tried({ nick: 'nobody_yet' }).then((all) =>
    all.filter(({ step }) => step === 'rights'),
  );
  expect(alone).toMatchObject({
    ok: false,
    words: expect.stringContaining('/mode #lanternhour +o nobody_yet'),
  });
  expect(await tried({ port: 1 })).toEqual([
    { step: 'reach', ok: false, words: 'Nothing answers at 127.0.0.1:1' },
  ]);
  expect(await tried({ tls: true })).toMatchObject([
    {
      step: 'reach',
      ok: false,
      words: expect.stringMatching(/does not speak TLS at port .* turn encryption off/u),
    },
  ]);
  const noSuchRoom = 'No such channel; the stand-in has one';
  expect((await tried({ channel: '#elsewhere' })).at(-1)).toMatchObject({
    step: 'join',
    ok: false,
    words: `The server said: ${noSuchRoom}`,
  });
  // While it is in the room itself, it is tried under another name, and its own rights are told.
  await set(gully, {}, 0);
  await gully.entered();
  expect((await tried()).every(({ ok }) => ok)).toBe(true);
  expect(gully.connection.nick).toBe('gully');
  expect((await room(gully)).version).toBe(1);
  // The bot itself says so too, instead of waiting to be let in.
  await set(gully, { channel: '#elsewhere' }, 1);
  await until(async () => {
    const { body } = await gully.http.get('/api/connection');
    return (body as { words: string }).words === noSuchRoom || undefined;
  }, 'the refusal');
});

import { afterEach, expect, jest, test } from '@jest/globals';
import { connect, createServer, type AddressInfo, type Socket } from 'node:net';
import { begin, type GuardSettings } from '@gully/core/guard';
import type { Standin } from '@gully/standin/standin';
import { Database } from '../database/index.js';
import { FaultyDisk, Gully, newFolder, newStandin, RawClient, until } from '../test-support/index.js';
import type { GuardStandingDto } from './views.js';
import { CatchRow, SilenceRow } from './rows.js';

let standin: Standin | undefined;
const ends: (() => Promise<void> | void)[] = [];
afterEach(async () => {
  for (const end of ends.splice(0).reverse()) await end();
  await standin?.close();
  standin = undefined;
});
async function start(
  settings: Record<string, string> = {},
  folder = newFolder(),
  options: Parameters<typeof newStandin>[0] = {},
): Promise<Gully> {
  standin ??= await newStandin(options);
  const gully = await Gully.inRoom(standin, folder, settings);
  ends.push(() => gully.stop());
  return gully;
}
async function client(nick: string): Promise<RawClient> {
  const capabilities = 'message-tags draft/message-redaction server-time';
  const raw = await RawClient.join(standin?.ircPort ?? 0, nick, '#lanternhour', capabilities);
  ends.push(() => {
    raw.close();
  });
  return raw;
}
const steps = (...given: [action: string, seconds?: number][]): object => ({
  steps: given.map(([action, seconds = 0]) => ({ action, seconds })),
  expires: 3_600,
});
async function set(gully: Gully, ladder: object, more: Partial<GuardSettings> = {}): Promise<void> {
  const { version } = (await gully.http.get('/api/guard').expect(200)).body as { version: number };
  const value = { ...begin('usual'), ladder, ...more };
  await gully.http.put('/api/guard').send({ value, version }).expect(200);
}
const say = (gully: Gully, name: string, text: string) =>
  gully.http.post('/api/standin/say').send({ name, roles: [], text }).expect(204);
const rows = (gully: Gully): Promise<CatchRow[]> =>
  gully.app.get(Database).read.find(CatchRow, { order: { id: 'ASC' } });
const LINK = 'cheap ropes at ropes.example';
/** What the guard did in the room, in order. */
const actsOf = (eye: RawClient): string[] =>
  eye.lines
    .filter((each) => each.includes(':gully!') && / (?:REDACT|MODE|KICK) /u.test(each))
    .map((each) => / (REDACT|MODE #lanternhour [+-]b|KICK) /u.exec(each)?.[1] ?? '');

test('acts within the limit, the worst first: many messages wait behind one ban', async () => {
  const gully = await start({ GULLY_CHAT_LIMIT_MODERATOR: '4', GULLY_CHAT_LIMIT_SECONDS: '2' });
  const eye = await client('siltlark');
  const { filters } = begin('usual');
  const phrase = {
    name: 'Worst',
    enabled: true,
    consequence: { action: 'ban', seconds: 0 },
    entries: [
      {
        id: 'w',
        text: 'sunken gate',
        kind: 'text',
        wholeWords: true,
        exact: false,
        consequence: null,
        note: '',
      },
    ],
  };
  await gully.http.post('/api/phrase-groups').send(phrase).expect(201);
  await set(gully, steps(['delete']), { filters });
  for (let n = 0; n < 8; n += 1) await say(gully, `caver_${String(n)}`, LINK);
  await say(gully, 'rope_sale', 'behind the sunken gate');
  await until(
    () => (actsOf(eye).filter((act) => act === 'REDACT').length === 9 ? true : undefined),
    'all of it',
  );
  const acts = actsOf(eye);
  // Those that had gone already when it came stay before it; the ban waits for the limit, and for no message.
  expect(acts.indexOf('MODE #lanternhour +b')).toBeLessThanOrEqual(4);
  const times = eye.lines
    .filter((each) => each.includes(':gully!') && / (?:REDACT|MODE|KICK) /u.test(each))
    .map((each) => Date.parse(/time=([^;\s]+)/u.exec(each)?.[1] ?? ''));
  for (const at of times)
    expect(times.filter((each) => each >= at && each < at + 1_900).length).toBeLessThanOrEqual(5);
  await until(
    async () => ((await rows(gully)).every(({ state }) => state === 'done') ? true : undefined),
    'all carried out',
  );
});

/** Stands between Gully and the room, and loses what Gully sends where it is told to. */
async function lossyWay(
  port: number,
): Promise<{ port: number; state: { swallows: boolean }; cut: () => void }> {
  const state = { swallows: false };
  const open = new Set<Socket>();
  const server = createServer((client) => {
    const room = connect(port, '127.0.0.1');
    for (const [socket, other] of [
      [client, room],
      [room, client],
    ] as const) {
      open.add(socket);
      socket.on('error', () => undefined);
      socket.once('close', () => {
        open.delete(socket);
        other.destroy();
      });
    }
    client.on('data', (bytes) => {
      if (!state.swallows) room.write(bytes);
    });
    room.on('data', (bytes) => client.write(bytes));
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const cut = (): void => {
    for (const socket of open) socket.destroy();
  };
  ends.push(() => {
    cut();
    server.close();
  });
  return { port: (server.address() as AddressInfo).port, state, cut };
}

test('what the server did not confirm is not done: after a lost connection it is done then, also over a restart', async () => {
  standin = await newStandin();
  const way = await lossyWay(standin.ircPort);
  const folder = newFolder();
  const through = { GULLY_IRC_PORT: String(way.port) };
  const gully = await start(through, folder);
  await set(gully, steps(['ban']));
  const spammer = await client('rope_sale');
  const other = await client('ropes_too');
  const eye = await client('siltlark');
  way.state.swallows = true;
  spammer.send(`PRIVMSG #lanternhour :${LINK}`);
  const states = async (from: Gully): Promise<string[]> => (await rows(from)).map(({ state }) => state);
  await until(async () => ((await rows(gully)).length === 1 ? true : undefined), 'the catch');
  await gully.app.get(Database).flushed();
  await until(
    async () => ((await gully.app.get(Database).read.count(SilenceRow)) === 1 ? true : undefined),
    'the ban on its way',
  );
  await gully.app.get(Database).flushed();
  expect(await states(gully)).toEqual(['waiting']);
  way.state.swallows = false;
  way.cut();
  await until(async () => ((await states(gully))[0] === 'done' ? true : undefined), 'the ban');
  await eye.settled();
  expect(eye.lines.some((line) => line.includes('KICK #lanternhour rope_sale'))).toBe(true);
  expect(eye.lines.some((line) => line.includes('MODE #lanternhour +b rope_sale!*@*'))).toBe(true);

  // The same where Gully is restarted before the connection is back.
  way.state.swallows = true;
  other.send(`PRIVMSG #lanternhour :${LINK}`);
  await until(
    async () => ((await gully.app.get(Database).read.count(SilenceRow)) === 2 ? true : undefined),
    'the other ban on its way',
  );
  await gully.stop();
  way.state.swallows = false;
  const after = await start(through, folder);
  await until(
    async () => ((await states(after)).every((each) => each === 'done') ? true : undefined),
    'both',
  );
  await eye.settled();
  expect(eye.lines.some((line) => line.includes('KICK #lanternhour ropes_too'))).toBe(true);
});

test('a ban the room refuses has failed, and the next message counts as one that may be banned for', async () => {
  const gully = await start();
  await set(gully, steps(['ban']));
  const spammer = await client('rope_sale');
  // The rights go without Gully having heard of it when it acts.
  const { acts } = gully.connection;
  jest.spyOn(acts, 'ban').mockImplementation(() => undefined);
  jest.spyOn(acts, 'kick').mockImplementation(() => undefined);
  spammer.send(`PRIVMSG #lanternhour :${LINK}`);
  await until(async () => ((await rows(gully))[0]?.state === 'failed' ? true : undefined), 'the failure');
  spammer.send(`PRIVMSG #lanternhour :${LINK} again`);
  await until(async () => ((await rows(gully)).length === 2 ? true : undefined), 'the next catch');
  expect((await rows(gully)).map(({ step, note }) => [step, note])).toEqual([
    [1, expect.stringContaining('the room did not remove them')],
    [1, expect.anything()],
  ]);
});

test('a flood from many: every line is in the log, the bot answers others meanwhile, and each is silenced once', async () => {
  const gully = await start({ GULLY_CHAT_LIMIT_MODERATOR: '1000' });
  await gully.add({ text: 'lit' });
  await set(gully, steps(['delete'], ['timeout', 600]));
  const spammers = await Promise.all(Array.from({ length: 8 }, (_, n) => client(`ropes${String(n)}`)));
  for (let round = 0; round < 40; round += 1)
    for (const [n, spammer] of spammers.entries())
      spammer.send(`PRIVMSG #lanternhour :round ${String(round)} of ${String(n)}: ropes.example`);
  await say(gully, 'siltlark', '!lantern');
  await gully.said('lit');
  const eye = await client('hollowbee');
  await until(async () => {
    const silenced = (await rows(gully)).filter(({ silenced: each }) => each);
    return silenced.length === 8 && silenced.every(({ state }) => state === 'done') ? true : undefined;
  }, 'eight timeouts');
  await eye.settled();
  const all = await rows(gully);
  const [{ count }] = await gully.source.query<[{ count: number }]>(
    `SELECT count(*) AS count FROM chat_lines WHERE name LIKE 'ropes_'`,
  );
  // Whatever came before the room kept them out is in the log and was caught; nobody climbed past the timeout.
  expect(all.filter(({ by }) => by === null)).toHaveLength(count);
  expect(Math.max(...all.map(({ step }) => step))).toBe(2);
  expect(await gully.app.get(Database).read.count(SilenceRow)).toBe(8);
});

test('a timeout for someone who has left is kept by its mask, and one on a plain server without removing', async () => {
  const gully = await start({}, newFolder(), { plain: true });
  await set(gully, steps(['timeout', 600]));
  const eye = await client('siltlark');
  await say(gully, 'cheap_ropes_4u', LINK);
  await fetch(`http://127.0.0.1:${String(standin?.httpPort)}/control/leave`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'cheap_ropes_4u', roles: [] }),
  });
  await eye.until(/ MODE #lanternhour \+b cheap_ropes_4u!/u);
  const [row] = await until(async () => {
    const all = await rows(gully);
    // What became of the message and of its author is told apart, in either order.
    return all[0]?.note.includes('cannot remove') === true && all[0].state === 'done' ? all : undefined;
  }, 'what became of both');
  expect(row).toMatchObject({ state: 'done', silenced: true });
  expect(row?.note).toMatch(/this chat room cannot remove messages/u);
});

test('what was decided and not carried out before a restart is done after it, or told as too late', async () => {
  const folder = newFolder();
  const gully = await start({}, folder);
  const now = Date.now();
  const open = (id: string, name: string, until: number | null): Partial<CatchRow> => ({
    id,
    at: now - 60_000,
    viewerId: `v-${name}`,
    name,
    by: null,
    does: until === null ? 'ban' : 'timeout',
    seconds: until === null ? 0 : 600,
    text: LINK,
    fragments: '[]',
    filter: 'links',
    measure: 'ropes.example',
    allowed: '',
    step: 1,
    strike: true,
    spared: null,
    silenced: true,
    until,
    state: 'waiting',
    note: '',
    undoneAt: null,
    undoneBy: null,
    label: null,
  });
  await gully.app.get(Database).write(async (manager) => {
    await manager.insert(CatchRow, open('01', 'one', now + 600_000));
    await manager.insert(CatchRow, open('02', 'two', now - 1_000));
    await manager.insert(CatchRow, open('03', 'three', null));
    const removed = { does: 'delete', seconds: 0, silenced: false, at: now - 3_600_000 } as const;
    await manager.insert(CatchRow, { ...open('04', 'four', null), ...removed });
  });
  await gully.stop();
  ends.length = 0;
  const eye = await client('siltlark');
  const after = await start({}, folder);
  await eye.until(/ MODE #lanternhour \+b one!/u);
  await eye.until(/ MODE #lanternhour \+b three!/u);
  const all = await until(async () => {
    const found = await rows(after);
    return found.every(({ state }) => state !== 'waiting') ? found : undefined;
  }, 'the four');
  expect(all.map(({ state }) => state)).toEqual(['done', 'failed', 'done', 'failed']);
  // A message of an hour ago was read long since.
  for (const late of [all[1], all[3]]) expect(late?.note).toMatch(/too late/u);
  // What could not be carried out holds nobody.
  expect(eye.lines.some((each) => each.includes('+b two!'))).toBe(false);
});

test('a disk that takes nothing: nobody is punished for what could not be written, and all goes on', async () => {
  const gully = await start();
  await set(gully, steps(['ban']));
  const eye = await client('siltlark');
  await gully.type('hollowbee', 'evening');
  const disk = new FaultyDisk(gully.source);
  disk.refuse((sql) => sql.startsWith('INSERT') && sql.includes('catches'), Infinity);
  const failed = await gully.type('hollowbee', LINK);
  expect(failed).toMatchObject({ outcome: 'stopped', brief: 'could not be written' });
  await eye.settled();
  expect(actsOf(eye)).toEqual([]);
  disk.heal();
  await gully.type('hollowbee', LINK);
  await eye.until(/ MODE #lanternhour \+b hollowbee!/u);
});

test('merged, a viewer’s strikes go along; erased, they leave no name and no text among the catches', async () => {
  const gully = await start();
  await set(gully, steps(['delete'], ['warn']));
  const first = await gully.type('cheap_ropes_4u', LINK);
  const other = await gully.type('rope_sale', 'evening');
  const path = `/api/viewers/${String(other.viewer)}`;
  const standing = async (): Promise<GuardStandingDto> =>
    (await gully.http.get(`/api/guard/viewers/${String(other.viewer)}`)).body as GuardStandingDto;
  const strikes = async (): Promise<number> => (await standing()).strikes;
  expect(await strikes()).toBe(0);
  await gully.http.post(`/api/guard/viewers/${String(first.viewer)}/grace`).send({ seconds: 600 });
  await gully.http.post(`${path}/merge`).send({ from: first.viewer }).expect(200);
  expect(await strikes()).toBe(1);
  expect((await standing()).graceUntil).not.toBeNull();
  const offers = `/api/guard/catches/${first.id}/exceptions`;
  const offered = (await gully.http.get(offers).expect(200)).body as { kind: string; words: string }[];
  const choice = offered.findIndex(({ kind }) => kind === 'viewer');
  const made = await gully.http.post(offers).send({ choice, words: offered[choice]?.words });
  expect(made.body).toMatchObject({
    value: { filters: { links: { exempt: [{ viewer: other.viewer }] } } },
  });
  await gully.http.post(`/api/guard/catches/${first.id}/undo`).expect(200);
  expect(await strikes()).toBe(0);
  await gully.http.post(`${path}/erase`).expect(204);
  const [row] = await rows(gully);
  expect(JSON.stringify(row)).not.toMatch(/ropes/u);
});

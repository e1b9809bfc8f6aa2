import { createServer, type AddressInfo, type Socket } from 'node:net';
import { afterEach, describe, expect, test } from '@jest/globals';
import type { Standin, StandinOptions } from '@gully/standin/standin';
import { Gully, newFolder, newStandin, RawClient, until } from '../test-support/index.js';

let standin: Standin | undefined;
const ends: (() => Promise<void> | void)[] = [];
async function start(
  options: Partial<StandinOptions> = {},
  settings: Record<string, string> = {},
): Promise<Gully> {
  standin = await newStandin(options);
  const own = standin;
  ends.push(() => own.close());
  const gully = await Gully.start(standin, newFolder(), settings);
  ends.push(() => gully.stop());
  await gully.entered();
  return gully;
}
async function client(nick: string): Promise<RawClient> {
  const raw = await RawClient.join(standin!.ircPort, nick);
  ends.push(() => {
    raw.close();
  });
  return raw;
}
afterEach(async () => {
  for (const end of ends.splice(0).reverse()) await end();
});
const control = (path: string, body: object): Promise<Response> =>
  fetch(`http://127.0.0.1:${String(standin!.httpPort)}/control/${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
const state = async (
  gully: Gully,
): Promise<{ state: string; words: string; nextTryAt: string | null; capabilities: string[] }> =>
  (await gully.http.get('/api/connection').expect(200)).body as never;

/** Each ended the program once, or is of their kind. */
const BROKEN = [
  ':x MODE',
  ':x KICK',
  ':f BATCH',
  ':f 352',
  'AUTHENTICATE +',
  ':x JOIN',
  ':x NICK',
  ':x PART',
  ':x QUIT',
  ':x PRIVMSG',
  ':x 353',
  ':x 366',
  ':x 001',
  ':x 005',
  ':x CAP',
  ':x TOPIC',
  ':x INVITE',
  ':x ACCOUNT',
  ':x AWAY',
  ':x TAGMSG',
  ':x 354',
  ':x REDACT',
  ':',
  ' ',
  '@',
  '@a',
  '@=;;= :x',
  ':x 433',
  ':x ERROR',
  'PING',
  ':x CHGHOST',
  ':x 332',
  ':x 730',
  ':x NOTICE',
];

test('lines no server should send are skipped, and chat goes on', async () => {
  const sockets: Socket[] = [];
  const server = createServer((socket) => {
    sockets.push(socket);
    socket.setEncoding('utf8').on('data', (data: string) => {
      if (data.includes('USER ')) socket.write(':s 001 gully :hello\r\n:s 376 gully :end\r\n');
      if (data.includes('JOIN'))
        socket.write(
          ':gully!g@h JOIN #lanternhour\r\n:s 353 gully = #lanternhour :@gully mossmoth\r\n:s 366 gully #lanternhour :end\r\n',
        );
    });
    socket.on('error', () => undefined);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  ends.push(
    () =>
      new Promise<void>((resolve) =>
        server.close(() => {
          resolve();
        }),
      ),
    () => {
      for (const socket of sockets) socket.destroy();
    },
  );
  const { port } = server.address() as AddressInfo;
  const gully = await start({}, { GULLY_IRC_PORT: String(port) });
  for (const socket of sockets) {
    for (const line of BROKEN) socket.write(`${line}\r\n`);
    socket.write(':mossmoth!m@h PRIVMSG #lanternhour :\u0001VERSION\u0001\r\n');
    socket.write(':mossmoth!m@h PRIVMSG #lanternhour :\u0001ACTION !lantern\u0001\r\n');
    socket.write(':mossmoth!m@h PRIVMSG #lanternhour :still here\r\n');
  }
  await gully.line(({ text }) => text === 'still here', 'the line after them');
  expect(await gully.line(({ text }) => text === '/me !lantern', 'the action')).toMatchObject({
    outcome: 'talk',
  });
});

describe('with a plain IRC server, without any IRCv3 capability', () => {
  test('it joins, knows roles by mode, keeps a viewer over a nick change, and answers', async () => {
    const gully = await start({ plain: true });
    expect(await state(gully)).toMatchObject({ state: 'connected', capabilities: [] });
    await gully.add({ lowestRole: 'vip' });
    const moth = await client('mossmoth');
    moth.send('PRIVMSG #lanternhour :!lantern');
    await gully.said('mossmoth lights lantern 1.');
    const wren = await client('pebblewren');
    wren.send('PRIVMSG #lanternhour :!lantern');
    expect(await gully.line(({ name }) => name === 'pebblewren', 'the refused')).toMatchObject({
      role: 'viewer',
      brief: 'for VIPs and up',
    });
    moth.send('MODE #lanternhour +v pebblewren');
    await wren.until(/MODE/u);
    wren.send('NICK wren_below', 'PRIVMSG #lanternhour :!lantern');
    await gully.said('wren_below lights lantern 2.');
    const { viewers } = (await gully.http.get('/api/viewers')).body as {
      viewers: { name: string; messages: number }[];
    };
    expect(viewers.map(({ name, messages }) => [name, messages]).sort()).toEqual([
      ['mossmoth', 1],
      ['wren_below', 2],
    ]);
  });
});

describe('roles', () => {
  test('a client’s own tag gives nobody a role, nor does a nick where accounts are vouched for', async () => {
    const gully = await start();
    await gully.add({ lowestRole: 'follower' });
    const liar = await RawClient.join(standin!.ircPort, 'odalys_fan', '#lanternhour', 'message-tags');
    ends.push(() => {
      liar.close();
    });
    liar.send('@+gully.example/roles=moderator;gully.example/roles=moderator PRIVMSG #lanternhour :!lantern');
    expect(await gully.line(({ name }) => name === 'odalys_fan', 'the liar')).toMatchObject({
      role: 'viewer',
      outcome: 'stopped',
    });
    expect(await gully.type('karstveil', '!lantern', ['follower'])).toMatchObject({
      role: 'follower',
      outcome: 'ran',
    });
    expect(await gully.type('odalys_tarn', 'hello')).toMatchObject({ role: 'streamer' });
  });

  test('without moderator rights it says so, and again when it has them', async () => {
    const gully = await start({ bot: 'someone_else' });
    expect((await state(gully)).state).toBe('limited');
    const owner = await client('odalys_tarn');
    owner.send('MODE #lanternhour +o gully');
    await until(async () => ((await state(gully)).state === 'connected' ? true : undefined), 'the rights');
  });
});

describe('a room that does not let it speak', () => {
  test('is told, what is to be said waits, and goes out as soon as it may', async () => {
    const gully = await start({ bot: 'someone_else' });
    await gully.add({ text: 'lit by {{ viewer.name }}' });
    const owner = await client('odalys_tarn');
    owner.send('MODE #lanternhour +m');
    await gully.http.post('/api/standin/say').send({ name: 'quillrush', roles: ['vip'], text: '!lantern' });
    await until(async () => ((await state(gully)).state === 'muted' ? true : undefined), 'the muting');
    expect(await state(gully)).toMatchObject({
      words: 'Cannot send to channel',
      nextTryAt: expect.any(String),
    });
    owner.send('MODE #lanternhour +v gully');
    await owner.until(/^:gully!.*lit by quillrush/u);
    expect(await state(gully)).toMatchObject({ state: 'limited', nextTryAt: null });
  });
});

describe('a lost connection', () => {
  test('in the middle of an answer: what was not said is said on return, in order; at most the line on its way is repeated', async () => {
    const gully = await start({}, { GULLY_CHAT_LIMIT_MODERATOR: '1', GULLY_CHAT_LIMIT_SECONDS: '1' });
    const witness = await client('siltlark');
    await gully.add({ text: '{{ input.all }}' });
    const words = `${'first '.repeat(70)}${'second '.repeat(60)}${'third '.repeat(60)}end`;
    await gully.http
      .post('/api/standin/say')
      .send({ name: 'pebblewren', roles: [], text: `!lantern ${words}` });
    await witness.until(/^:gully!.*first/u);
    await control('drop', { name: 'gully' });
    await until(async () => ((await state(gully)).state === 'lost' ? true : undefined), 'the loss');
    expect(await state(gully)).toMatchObject({ nextTryAt: expect.any(String) });
    const typed = await gully.http.post('/api/chat/say').send({ text: 'hello' }).expect(200);
    expect(typed.body).toEqual({ waits: true });
    await witness.until(/^:gully!.*hello$/u);
    const said = witness.lines
      .filter((line) => line.startsWith(':gully!') && line.includes('PRIVMSG'))
      .map((line) => line.replace(/^.*PRIVMSG #lanternhour :/u, ''));
    // What someone typed meanwhile comes in its turn.
    expect(said.pop()).toMatch(/ hello$/u);
    // Whether the line on its way was heard cannot be known when its echo is lost; twice is better than never.
    expect(said.filter((text, n) => text !== said[n - 1]).join(' ')).toBe(words);
    expect(said.length).toBeLessThanOrEqual(4);
  });

  test('it comes back by itself through refusals, telling the server’s words', async () => {
    const gully = await start();
    await control('refuse', { seconds: 2 });
    await control('drop', {});
    await until(async () => ((await state(gully)).state === 'refused' ? true : undefined), 'the refusal');
    expect((await state(gully)).words).toMatch(/not taking connections/u);
    await control('refuse', { seconds: 0 });
    await gully.http.post('/api/connection/try').expect(200);
    await until(async () => ((await state(gully)).state === 'connected' ? true : undefined), 'the return');
    const names = (await (
      await fetch(`http://127.0.0.1:${String(standin!.httpPort)}/control/state`)
    ).json()) as { present: { name: string }[] };
    expect(names.present.map(({ name }) => name)).toEqual(['gully']);
  });

  test('a stand-in that is not there at start is waited for; the API answers meanwhile', async () => {
    standin = await newStandin();
    const { ircPort, httpPort } = standin;
    await standin.close();
    const gully = await Gully.start(standin);
    ends.push(() => gully.stop());
    await until(async () => ((await state(gully)).state === 'lost' ? true : undefined), 'the failure');
    expect(
      (
        await gully.http
          .post('/api/standin/say')
          .send({ name: 'pebblewren', roles: [], text: 'hm' })
          .expect(503)
      ).body,
    ).toMatchObject({ title: 'The stand-in is not responding' });
    standin = await newStandin({ ircPort, httpPort });
    const own = standin;
    ends.push(() => own.close());
    await until(() => (gully.connection.open ? true : undefined), 'the connection');
  });

  test('a channel that does not let it in is told in the server’s words', async () => {
    const gully = await start();
    const owner = await client('odalys_tarn');
    owner.send('MODE #lanternhour +b gully!*@*', 'KICK #lanternhour gully :go');
    await until(async () => ((await state(gully)).words.includes('go') ? true : undefined), 'the kick');
    await until(async () => ((await state(gully)).words.includes('+b') ? true : undefined), 'the ban');
    expect((await state(gully)).state).toBe('refused');
  });
});

test('while its name is taken it goes by another, and takes its own as soon as it is free', async () => {
  standin = await newStandin();
  const own = standin;
  ends.push(() => own.close());
  const ghost = await client('gully');
  const gully = await Gully.start(standin);
  ends.push(() => gully.stop());
  await gully.entered();
  expect(gully.connection.view().nick).toBe('gully_');
  ghost.send('QUIT :gone');
  await until(() => (gully.connection.view().nick === 'gully' ? true : undefined), 'its own name');
});

describe('the rate limit', () => {
  test('lines wait their turn and what nobody would understand any more is merged', async () => {
    const gully = await start({}, { GULLY_CHAT_LIMIT_MODERATOR: '2', GULLY_CHAT_LIMIT_SECONDS: '3600' });
    for (const text of ['one', 'two', 'three', 'three'])
      await gully.http.post('/api/chat/say').send({ text }).expect(200);
    expect((await gully.lines()).map(({ text }) => text)).toEqual(['one', 'two']);
    await gully.http.post('/api/chat/say').send({ text: 'four' });
    expect((await gully.http.get('/api/connection')).body).toMatchObject({ waiting: 2 });
    expect(
      (await gully.http.post('/api/chat/say').send({ text: ' \u200b\r\n' }).expect(422)).body,
    ).toMatchObject({ fields: { text: 'Write something' } });
  });
});

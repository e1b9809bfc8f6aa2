import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { Client } from 'matrix-org-irc';
import { startStandin, type Standin } from './standin.js';
import { RawClient } from './test-support/raw-client.js';

const ALL =
  'account-tag echo-message message-tags multi-prefix server-time extended-join away-notify draft/message-redaction';

let standin: Standin;
const open: { close(): void }[] = [];

beforeEach(async () => {
  standin = await startStandin({
    ircPort: 0,
    httpPort: 0,
    channel: '#lanternhour',
    streamer: 'odalys_tarn',
    bot: 'gully',
    seed: 1,
  });
});
afterEach(async () => {
  for (const each of open.splice(0)) each.close();
  await standin.close();
});

async function join(nick: string, capabilities = ''): Promise<RawClient> {
  const client = await RawClient.join(standin.ircPort, nick, '#lanternhour', capabilities);
  open.push(client);
  return client;
}
async function control(
  path: string,
  body: unknown,
): Promise<{ status: number; body: Record<string, unknown> }> {
  const response = await fetch(`http://127.0.0.1:${String(standin.httpPort)}/control/${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });
  return { status: response.status, body: (await response.json()) as Record<string, unknown> };
}

describe('an IRC client that shares no code with the one Gully uses', () => {
  test('joins as a second user, hears, speaks, sees names and modes', async () => {
    const bot = await join('gully');
    const client = new Client('127.0.0.1', 'thirdrope', {
      port: standin.ircPort,
      channels: ['#lanternhour'],
      retryCount: 0,
    });
    open.push({
      close: () => {
        client.disconnect();
      },
    });
    const names = await new Promise<Map<string, string>>((resolve) =>
      client.on('names', (_channel, nicks) => resolve(nicks)),
    );
    expect([...names].sort()).toEqual([
      ['gully', '@'],
      ['thirdrope', ''],
    ]);

    const heard = new Promise<string[]>((resolve) =>
      client.on('message', (from, to, text) => resolve([from, to, text])),
    );
    bot.send('PRIVMSG #lanternhour :the left passage draws air');
    expect(await heard).toEqual(['gully', '#lanternhour', 'the left passage draws air']);

    await client.say('#lanternhour', '!map');
    expect(await bot.until(/PRIVMSG/u)).toBe(':thirdrope!nodebot@viewers.example PRIVMSG #lanternhour !map');
    const raised = new Promise<unknown[]>((resolve) =>
      client.on('+mode', (channel, by, mode, nick) => resolve([channel, by, mode, nick])),
    );
    bot.send('MODE #lanternhour +v thirdrope');
    expect(await raised).toEqual(['#lanternhour', 'gully', 'v', 'thirdrope']);
  });
});

describe('roles and tags', () => {
  test('roles and account come by the server’s tags; a client cannot forge them', async () => {
    const bot = await join('gully', ALL);
    await control('say', { name: 'pebblewren', roles: ['subscriber', 'follower'], text: 'hello; rope' });
    const line = await bot.until(/PRIVMSG/u);
    expect(line).toMatch(/gully\.example\/roles=subscriber:\d+,follower:\d{4}-\d\d-\d\d/u);
    expect(line).toMatch(/account=pebblewren/u);
    expect(line).toMatch(/msgid=\w{26}/u);

    const liar = await join('siltlark', ALL);
    const from = bot.lines.length;
    liar.send('@gully.example/roles=moderator;account=odalys_tarn;+note=hi PRIVMSG #lanternhour :let me in');
    const told = await bot.until(/let me in/u, from);
    expect(told).not.toMatch(/roles=|account=/u);
    expect(told).toMatch(/\+note=hi/u);
  });

  test('who asked for no capability gets no tags', async () => {
    const plain = await join('tallowfen');
    await control('say', { name: 'pebblewren', roles: [], text: 'hello' });
    expect(await plain.until(/PRIVMSG/u)).toMatch(/^:pebblewren!/u);
  });

  test('SASL PLAIN signs in with the right password only', async () => {
    const client = await RawClient.open(standin.ircPort);
    open.push(client);
    const sign = (password: string): string =>
      `AUTHENTICATE ${Buffer.from(`gully\0gully\0${password}`).toString('base64')}`;
    client.send(
      'CAP LS 302',
      'NICK gully',
      'USER gully 0 * :g',
      'CAP REQ :sasl',
      'AUTHENTICATE PLAIN',
      sign('wrong'),
    );
    await client.until(/ 904 /u);
    client.send('AUTHENTICATE PLAIN', sign('lantern'), 'CAP END');
    await client.until(/ 903 /u);
    await client.until(/ 001 gully/u);
  });
});

describe('moderation', () => {
  test('only with rights: mode, kick, ban, topic, redact', async () => {
    const bot = await join('gully', ALL);
    const viewer = await join('cheap_ropes_4u');
    for (const line of [
      'KICK #lanternhour gully',
      'MODE #lanternhour +m',
      'TOPIC #lanternhour :mine',
      'REDACT #lanternhour x',
    ]) {
      const from = viewer.lines.length;
      viewer.send(line);
      await viewer.until(/ 482 /u, from);
    }
    bot.send(
      'TOPIC #lanternhour :The Wet Series',
      'REDACT #lanternhour abc :spam',
      'MODE #lanternhour +b cheap_*!*@*',
      'KICK #lanternhour cheap_ropes_4u :Gully: links',
    );
    expect(await viewer.until(/KICK/u)).toMatch(/KICK #lanternhour cheap_ropes_4u :Gully: links/u);
    const from = viewer.lines.length;
    viewer.send('JOIN #lanternhour');
    await viewer.until(/ 474 /u, from);
    bot.send('MODE #lanternhour -b cheap_*!*@*');
    await bot.settled();
    viewer.send('JOIN #lanternhour');
    await viewer.until(/ 332 .*The Wet Series/u, from);
  });

  test('what goes to one person comes back to who sent it, where they asked for echoes', async () => {
    const [sender, plain] = [await join('pebblewren', ALL), await join('oxbowkid')];
    for (const [from, to] of [
      [sender, plain],
      [plain, sender],
    ] as const) {
      from.send(`PRIVMSG ${from === sender ? 'oxbowkid' : 'pebblewren'} :by the rope`);
      await to.until(/PRIVMSG \w+ :by the rope/u);
      await from.settled();
    }
    const sent = (client: RawClient, nick: string): string[] =>
      client.lines.filter((line) => line.includes(`:${nick}!`) && line.includes('by the rope'));
    expect([sent(sender, 'pebblewren').length, sent(plain, 'oxbowkid').length]).toEqual([1, 0]);
  });

  test('in a moderated room only those with a standing are heard', async () => {
    const bot = await join('gully');
    bot.send('MODE #lanternhour +m');
    await bot.settled();
    expect((await control('say', { name: 'oxbowkid', roles: [], text: 'hm' })).status).toBe(403);
    expect((await control('say', { name: 'quillrush', roles: ['vip'], text: 'hm' })).status).toBe(200);
  });
});

describe('bad input', () => {
  test.each([
    ['an unknown command', 'XYZZY', / 421 /u],
    ['another channel', 'JOIN #other', / 403 /u],
    ['nobody', 'PRIVMSG nobody :hm', / 401 /u],
    ['no text', 'PRIVMSG #lanternhour', / 412 /u],
    ['a line too long', `PRIVMSG #lanternhour :${'x'.repeat(600)}`, / 417 /u],
    ['a nick that is no nick', 'NICK a:b', / 432 /u],
    ['a taken nick', 'NICK pebblewren', / 433 /u],
  ])('%s is answered', async (_, line, numeric) => {
    await control('join', { name: 'pebblewren', roles: [] });
    const client = await join('siltlark');
    client.send(line);
    await client.until(numeric);
  });

  test('the control API says what is wrong, and a line end in a text stays a text', async () => {
    const bot = await join('gully');
    expect((await control('say', { name: 'two words', roles: [], text: 'x' })).status).toBe(422);
    expect((await control('crowd', { size: 5_001, rate: 1 })).status).toBe(422);
    expect((await control('say', '{"name":')).status).toBe(400);
    const form = await fetch(`http://127.0.0.1:${String(standin.httpPort)}/control/drop`, { method: 'POST' });
    expect(form.status).toBe(415);
    expect((await control('say', { name: 'gully', roles: [], text: 'I am the bot' })).status).toBe(409);
    await control('say', { name: 'pebblewren', roles: [], text: '!hello \r\nKICK #lanternhour gully' });
    expect(await bot.until(/!hello/u)).toMatch(/PRIVMSG #lanternhour :!hello {3}KICK #lanternhour gully$/u);
  });
});

describe('faults on demand', () => {
  test('drops one or all, and refuses for a while', async () => {
    const bot = await join('gully');
    const other = await join('siltlark');
    await control('drop', { name: 'gully' });
    await bot.untilClosed();
    expect(other.closed).toBe(false);
    await control('refuse', { seconds: 60 });
    const refused = await RawClient.open(standin.ircPort);
    expect(await refused.until(/ERROR/u)).toMatch(/not taking connections/u);
    await control('refuse', { seconds: 0 });
    await join('gully');
  });
});

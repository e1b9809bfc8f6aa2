import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, writeFileSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { join } from 'node:path';
import { afterEach, expect, test } from '@jest/globals';
import { begin } from '@gully/core/guard';
import type { Standin } from '@gully/standin/standin';
import { Gully, newFolder, newStandin, RawClient, until } from '../test-support/index.js';
import type { CatchDto } from './views.js';

/** Where Debian puts it; a server of the world outside, which knows nothing of Gully. */
const NGIRCD = '/usr/sbin/ngircd';

let server: ChildProcess | undefined;
let standin: Standin | undefined;
const ends: (() => Promise<void> | void)[] = [];
afterEach(async () => {
  for (const end of ends.splice(0).reverse()) await end();
  server?.kill('SIGKILL');
  await standin?.close();
});

async function freePort(): Promise<number> {
  const probe = createServer();
  await new Promise<void>((resolve) => probe.listen(0, '127.0.0.1', resolve));
  const { port } = probe.address() as AddressInfo;
  await new Promise((resolve) => probe.close(resolve));
  return port;
}

async function startNgircd(): Promise<number> {
  const port = await freePort();
  const settings = join(newFolder(), 'ngircd.conf');
  writeFileSync(
    settings,
    `[Global]
Name = irc.lantern.example
Info = A room for tests
Listen = 127.0.0.1
Ports = ${String(port)}
[Limits]
MaxNickLength = 30
MaxConnectionsIP = 0
MaxPenaltyTime = 0
[Options]
Ident = no
DNS = no
PAM = no
`,
  );
  server = spawn(NGIRCD, ['-n', '-f', settings], { stdio: 'ignore' });
  await until(async () => {
    try {
      const client = await RawClient.open(port);
      client.close();
      return true;
    } catch {
      return undefined;
    }
  }, 'the server of the room');
  return port;
}

/** Told as skipped where the server is not installed; the stand-in is tested everywhere. */
const onRealServer = existsSync(NGIRCD) ? test : test.skip;

onRealServer(
  'on a real IRC server: a ban mask and a kick, lifted in time, and lifted again by undoing',
  async () => {
    const port = await startNgircd();
    standin = await newStandin();
    const gully = await Gully.start(standin, newFolder(), { GULLY_IRC_PORT: String(port) });
    ends.push(() => gully.stop());
    await gully.entered();
    // The first to come into a room is its operator.
    await until(() => (gully.connection.hasModeratorRights ? true : undefined), 'rights');
    const ladder = {
      steps: [
        { action: 'timeout', seconds: 1 },
        { action: 'ban', seconds: 0 },
      ],
      expires: 600,
    };
    await gully.http
      .put('/api/guard')
      .send({ value: { ...begin('usual'), ladder }, version: 0 })
      .expect(200);
    const client = async (nick: string): Promise<RawClient> => {
      const raw = await RawClient.join(port, nick);
      ends.push(() => {
        raw.close();
      });
      return raw;
    };
    const [eye, spammer] = [await client('siltlark'), await client('cheap_ropes_4u')];
    const catches = async (): Promise<CatchDto[]> =>
      (await gully.http.get('/api/guard/catches').expect(200)).body as CatchDto[];

    spammer.send('PRIVMSG #lanternhour :cheap ropes at ropes.example');
    expect(await spammer.until(/ KICK /u)).toContain('cheap_ropes_4u :Gully: links (ropes.example)');
    await eye.until(/ MODE #lanternhour \+b :?cheap_ropes_4u!\*@\*/u);
    const [first] = await until(async () => {
      const all = await catches();
      return all[0]?.state === 'done' ? all : undefined;
    }, 'it carried out');
    // This server cannot take messages out, and Gully says so.
    expect(first?.note).toMatch(/cannot remove messages/u);
    await eye.until(/ MODE #lanternhour -b :?cheap_ropes_4u!\*@\*/u);

    spammer.send('JOIN #lanternhour');
    await spammer.until(/ 366 /u, spammer.lines.length);
    const from = eye.lines.length;
    spammer.send('PRIVMSG #lanternhour :more at ropes.example');
    await eye.until(/ MODE #lanternhour \+b :?cheap_ropes_4u!\*@\*/u, from);
    const banned = await until(async () => (await catches()).find(({ does }) => does === 'ban'), 'the ban');
    await gully.http.post(`/api/guard/catches/${banned.id}/undo`).expect(200);
    await eye.until(/ MODE #lanternhour -b :?cheap_ropes_4u!\*@\*/u, from);
  },
);

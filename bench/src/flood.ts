import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { begin } from '@gully/core/guard';
import { Database, openDatabase } from '@gully/server/database';
import { STORED } from '@gully/server/stored';
import { seedChannel } from './channel.js';
import { Load } from './load.js';
import { end, inRoom, start, startGully } from './program.js';
import { tellRatio } from './ratios.js';

const VIEWERS = 50;
/** What the crowd is set to; it comes to a little less. */
const A_MINUTE = 43_000;
const SECONDS = 60;
/** What others ask meanwhile. */
const ASKED_A_SECOND = 10;
const AIM_MS = 50;

/**
 * A flood through the real TCP path: 500 messages a second from 50 viewers for a minute, most of them
 * caught, while others use commands. Their answers are timed beside those of a calm room in the same run.
 */
async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'gully-flood-'));
  await seedChannel(folder, 1_000, 200);
  const standin = await start(
    'apps/standin/dist/main.js',
    [],
    { STANDIN_IRC_PORT: '0', STANDIN_HTTP_PORT: '0' },
    /^\{"irc"/u,
  );
  const { irc, http } = JSON.parse(standin.line) as { irc: number; http: number };
  const gully = await startGully(folder, irc, {
    GULLY_CHAT_LIMIT_MODERATOR: '1000',
    GULLY_CHAT_LIMIT_SECONDS: '30',
  });
  await inRoom(gully.address);
  const witness = await heard(irc);
  const load = await Load.join(irc);
  await load.latency(ASKED_A_SECOND, 5);
  await guard(gully.address);
  const calm = await load.latency(ASKED_A_SECOND, 20);
  await send(`http://127.0.0.1:${String(http)}/control/crowd`, 'POST', { size: VIEWERS, rate: A_MINUTE });
  const still = await alsoFlooding(irc);
  const flooded = await load.latency(ASKED_A_SECOND, SECONDS);
  still();
  await send(`http://127.0.0.1:${String(http)}/control/crowd`, 'POST', { size: 0, rate: 0 });
  await new Promise((resolve) => setTimeout(resolve, 1_000));
  const said = witness();
  await load.close();
  await end(gully.child);
  await end(standin.child);
  const { lines, catches } = await kept(folder);
  rmSync(folder, { recursive: true, force: true });
  const [before, during] = [calm, flooded].map((each) => each.getValueAtPercentile(99) / 1000);
  tellRatio('flood: p99 of answers, of those in a calm room', (during ?? 0) / (before ?? 1), 'lower');
  process.stdout.write(
    [
      `${String(Math.round(said / SECONDS))} messages a second from ${String(VIEWERS)} viewers for ${String(SECONDS)} s`,
      `  answers to others   p99 ${(during ?? 0).toFixed(1)} ms, in a calm room ${(before ?? 0).toFixed(1)} ms (aim: under ${String(AIM_MS)} ms, ${(during ?? 0) < AIM_MS ? 'met' : 'missed'})`,
      `  in the log          ${lines.toLocaleString('en')} of ${said.toLocaleString('en')} lines (${lines === said ? 'all' : 'NOT ALL'}), ${catches.toLocaleString('en')} caught`,
      '',
    ].join('\n'),
  );
  if (lines !== said) process.exitCode = 1;
}

/** A guard under which a flood goes on whatever is done about it; those whose answers are timed are exempt. */
async function guard(address: string): Promise<void> {
  const { viewers } = (await (await fetch(`${address}/api/viewers?search=caver&limit=50`)).json()) as {
    viewers: { id: string; name: string; messages: number }[];
  };
  const exempt = viewers.filter(({ messages }) => messages > 0).map(({ id, name }) => ({ viewer: id, name }));
  const usual = begin('usual');
  const filters = Object.fromEntries(
    Object.entries(usual.filters).map(([name, rule]) => [name, { ...rule, exempt }]),
  );
  const ladder = { steps: [{ action: 'delete', seconds: 0 }], expires: 60 };
  await send(`${address}/api/guard`, 'PUT', { value: { ...usual, filters, ladder }, version: 0 });
}

async function send(address: string, method: string, body: object): Promise<void> {
  const answer = await fetch(address, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(`${address}: ${String(answer.status)} ${await answer.text()}`);
}

/** Someone behind a client of their own, who makes up for what the crowd comes short of. */
function alsoFlooding(port: number): Promise<() => void> {
  return new Promise((resolve, reject) => {
    const socket = connect(port, '127.0.0.1', () =>
      socket.write('NICK flooder\r\nUSER flooder 0 * :flooder\r\nJOIN #lanternhour\r\n'),
    );
    socket.once('error', reject);
    let n = 0;
    const timer = setInterval(() => {
      n += 1;
      socket.write(`PRIVMSG #lanternhour :free flint for everyone, number ${String(n)}\r\n`);
    }, 12);
    socket.resume().once('connect', () => {
      resolve(() => {
        clearInterval(timer);
        socket.end('QUIT :done\r\n');
      });
    });
  });
}

/** Counts what viewers say, as anybody in the room hears it. */
function heard(port: number): Promise<() => number> {
  return new Promise((resolve, reject) => {
    let count = 0;
    let rest = '';
    const socket = connect(port, '127.0.0.1', () =>
      socket.write('NICK counter\r\nUSER counter 0 * :counter\r\nJOIN #lanternhour\r\n'),
    );
    socket.setEncoding('utf8').once('error', reject);
    socket.on('data', (chunk: string) => {
      const lines = (rest + chunk).split('\r\n');
      rest = lines.pop() ?? '';
      for (const line of lines) {
        if (line.includes(' 366 ')) resolve(() => count);
        if (line.includes(' PRIVMSG #') && !line.startsWith(':gully!')) count += 1;
      }
    });
  });
}

async function kept(folder: string): Promise<{ lines: number; catches: number }> {
  const database = new Database(await openDatabase(folder, STORED));
  const count = async (from: string): Promise<number> =>
    Number((await database.read.query<{ n: number }[]>(`SELECT count(*) AS n FROM ${from}`))[0]?.n);
  const found = { lines: await count('chat_lines WHERE own = 0'), catches: await count('catches') };
  await database.onApplicationShutdown();
  return found;
}

await main();

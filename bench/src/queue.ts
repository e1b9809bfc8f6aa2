import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { connect, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { STARTER_SETS } from '@gully/core/bundles';
import { BLANK_QUEUE } from '@gully/core/queue';
import { seedChannel } from './channel.js';
import { end, inRoom, start, startGully } from './program.js';
import { tellRatio } from './ratios.js';
import { timesOf } from './times.js';

const WAITING = 1_000;
const ROUNDS = 300;
const WARM = 30;
const AIM_MS = 15;

/**
 * Joining a queue in which a thousand wait, over the real TCP path: how much later than a plain command
 * it is answered, both asked in turn in the same run.
 */
async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'gully-queue-'));
  await seedChannel(folder, WAITING * 2, 200);
  const standin = await start(
    'apps/standin/dist/main.js',
    [],
    { STANDIN_IRC_PORT: '0', STANDIN_HTTP_PORT: '0' },
    /^\{"irc"/u,
  );
  const { irc } = JSON.parse(standin.line) as { irc: number };
  const gully = await startGully(folder, irc);
  await inRoom(gully.address);
  await fill(gully.address);
  const viewer = await Viewer.join(irc);
  const [plain, joins]: [number[], number[]] = [[], []];
  for (let n = 0; n < ROUNDS + WARM; n += 1) {
    const one = await viewer.ask(`!passage1 round${String(n)}`, `round${String(n)}`);
    const other = await viewer.ask('!join', 'is in at place');
    await viewer.ask('!leave', 'has left');
    if (n < WARM) continue;
    plain.push(one);
    joins.push(other);
  }
  viewer.leave();
  await end(gully.child);
  await end(standin.child);
  rmSync(folder, { recursive: true, force: true });
  const [before, after] = [timesOf(plain), timesOf(joins)];
  tellRatio('queue: p50 of a join, of a plain command', after.p50 / before.p50, 'lower');
  const later = after.p99 - before.p99;
  process.stdout.write(
    `A join with ${WAITING.toLocaleString('en')} waiting: p50 ${after.p50.toFixed(1)} ms, p99 ${after.p99.toFixed(1)} ms; a plain command ${before.p50.toFixed(1)} and ${before.p99.toFixed(1)} ms; ${later.toFixed(1)} ms later at p99 (aim: under ${String(AIM_MS)}, ${later < AIM_MS ? 'met' : 'missed'})\n`,
  );
}

/** Opens a queue with its commands, and puts a thousand viewers in. */
async function fill(address: string): Promise<void> {
  const send = async (path: string, body: object): Promise<unknown> => {
    const answer = await fetch(`${address}/api/${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    if (!answer.ok) throw new Error(`${path}: ${String(answer.status)} ${await answer.text()}`);
    return answer.status === 204 ? undefined : answer.json();
  };
  const bundle = STARTER_SETS.find(({ id }) => id === 'queue')?.bundle;
  const choices = (bundle?.commands ?? []).map(({ trigger: { name } }) => ({
    ...{ kind: 'commands', action: 'take', as: '' },
    name,
  }));
  await send('bundles/take', { bundle, choices });
  const body = { ...BLANK_QUEUE, name: 'Ropes', places: 1_000 };
  const { id } = (await send('queues', body)) as { id: string };
  await send(`queues/${id}/acts`, { does: 'open' });
  // One less than there are places, so that one more may join.
  for (let n = 0; n < WAITING - 1; n += 1)
    await send(`queues/${id}/acts`, { does: 'add', viewer: `V${String(n).padStart(25, '0')}` });
}

/** Someone in the room who asks, and waits for what the bot answers. */
class Viewer {
  private rest = '';
  private waiting: { readonly words: string; readonly heard: () => void } | undefined;

  private constructor(private readonly socket: Socket) {
    socket.setEncoding('utf8').on('data', (chunk: string) => {
      const lines = (this.rest + chunk).split('\r\n');
      this.rest = lines.pop() ?? '';
      for (const line of lines)
        if (line.startsWith('PING')) socket.write(`${line.replace('PING', 'PONG')}\r\n`);
        else if (
          this.waiting !== undefined &&
          line.startsWith(':gully!') &&
          line.includes(this.waiting.words)
        )
          this.waiting.heard();
    });
  }

  static join(port: number): Promise<Viewer> {
    return new Promise((resolve, reject) => {
      const socket = connect(port, '127.0.0.1', () =>
        socket.write('NICK quillrush\r\nUSER quillrush 0 * :quillrush\r\nJOIN #lanternhour\r\n'),
      );
      socket.once('error', reject);
      const viewer = new Viewer(socket);
      socket.on('data', (chunk) => {
        if (String(chunk).includes(' 366 ')) resolve(viewer);
      });
    });
  }

  /** @returns milliseconds until the bot said something with these words */
  ask(text: string, words: string): Promise<number> {
    return new Promise((resolve) => {
      const begun = performance.now();
      this.waiting = {
        words,
        heard: () => {
          resolve(performance.now() - begun);
        },
      };
      this.socket.write(`PRIVMSG #lanternhour :${text}\r\n`);
    });
  }

  leave(): void {
    this.socket.end('QUIT :done\r\n');
  }
}

await main();

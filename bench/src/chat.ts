import 'reflect-metadata';
import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { seedChannel } from './channel.js';
import { Load } from './load.js';
import { end, inRoom, start, startGully, switchCurrencyOn } from './program.js';
import { tellRatio } from './ratios.js';
import { timesOf } from './times.js';

const ROUNDS = 9;
const MESSAGES = 4_000;
const VIEWERS = 20_000;
const COMMANDS = 200;
/** Seconds for which one message after the other is timed, in each round. */
const TIMED = 3;

interface Result {
  readonly perSecond: number;
  readonly p50: number;
  readonly p99: number;
}

/**
 * Messages through the real TCP path, with Gully, with a bare bot of the same client library, and with
 * one that has a page on disk before it answers. Each has a room of its own and waits while it is not
 * their turn; turns are short and many, so that what else the machine does comes to all of them.
 */
async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'gully-bench-'));
  await seedChannel(folder, VIEWERS, COMMANDS);
  console.log(
    `${COMMANDS} commands, ${VIEWERS.toLocaleString('en')} known viewers, ${ROUNDS} rounds of ${MESSAGES.toLocaleString('en')} messages each`,
  );
  const rooms = {
    bare: await room(
      async (irc) => (await start('bench/dist/bare-bot.js', [String(irc)], {}, /^ready/u)).child,
    ),
    keeping: await room(
      async (irc) =>
        (await start('bench/dist/bare-bot.js', [String(irc), join(folder, 'kept')], {}, /^ready/u)).child,
    ),
    gully: await room(async (irc) => {
      const { child, address } = await startGully(folder, irc);
      await inRoom(address);
      await switchCurrencyOn(address);
      return child;
    }),
  };
  const results: Results = { bare: [], keeping: [], gully: [] };
  for (let round = 0; round < ROUNDS; round++)
    for (const name of ['bare', 'keeping', 'gully'] as const)
      results[name].push(await measure(rooms[name].load));
  for (const { load, children } of Object.values(rooms)) {
    await load.close();
    for (const child of children) await end(child);
  }
  rmSync(folder, { recursive: true, force: true });
  report(results);
}

/** A room with a bot in it, and those who talk to it. */
async function room(bot: (irc: number) => Promise<ChildProcess>) {
  const standin = await start(
    'apps/standin/dist/main.js',
    [],
    { STANDIN_IRC_PORT: '0', STANDIN_HTTP_PORT: '0' },
    /^\{"irc"/u,
  );
  const { irc } = JSON.parse(standin.line) as { irc: number };
  const child = await bot(irc);
  const load = await Load.join(irc);
  await load.throughput(MESSAGES);
  return { load, children: [child, standin.child] };
}

async function measure(load: Load): Promise<Result> {
  const perSecond = await load.throughput(MESSAGES);
  const times = await load.latency(100, TIMED);
  return {
    perSecond,
    p50: times.getValueAtPercentile(50) / 1000,
    p99: times.getValueAtPercentile(99) / 1000,
  };
}

type Results = Record<'bare' | 'keeping' | 'gully', Result[]>;

function report({ bare, keeping, gully }: Results): void {
  const row = (name: string, results: readonly Result[]): string => {
    const of = (part: keyof Result): number => median(results.map((result) => result[part]));
    return `${name.padEnd(10)} ${of('perSecond').toFixed(0).padStart(8)} /s   p50 ${of('p50').toFixed(2).padStart(7)} ms   p99 ${of('p99').toFixed(2).padStart(7)} ms`;
  };
  console.log(row('bare bot', bare));
  console.log(row('…keeping', keeping));
  console.log(row('Gully', gully));
  const ratios = gully.map(({ perSecond }, round) => perSecond / (bare[round]?.perSecond ?? NaN));
  tellRatio('chat: messages a second, of a bare bot’s', median(ratios), 'higher');
  const later = (than: readonly Result[]): string =>
    median(gully.map(({ p99 }, round) => p99 - (than[round]?.p99 ?? NaN))).toFixed(2);
  const byRound = [Math.min(...ratios), Math.max(...ratios)].map((ratio) => ratio.toFixed(2)).join(' to ');
  console.log(
    `throughput: ${median(ratios).toFixed(2)} of the bare bot’s (aim: at least 0.65), by round ${byRound}`,
  );
  console.log(`p99 at 100 messages a second: ${later(bare)} ms later than the bare bot (aim: within 8),`);
  console.log(`  ${later(keeping)} ms later than the one that has a page on disk before it answers`);
}

const median = (of: readonly number[]): number => timesOf(of).p50;

await main();

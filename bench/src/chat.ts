import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { seedChannel } from './channel.js';
import { Load } from './load.js';
import { end, inRoom, start, startGully, switchCurrencyOn } from './program.js';
import { tellRatio } from './ratios.js';

const ROUNDS = 3;
const MESSAGES = 12_000;
const VIEWERS = 20_000;
const COMMANDS = 200;

interface Result {
  readonly perSecond: number;
  readonly p50: number;
  readonly p99: number;
}

/**
 * Messages through the real TCP path, with Gully, with a bare bot of the same client library, and with
 * one that has a page on disk before it answers, in turn.
 */
async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'gully-bench-'));
  await seedChannel(folder, VIEWERS, COMMANDS);
  const standin = await start(
    'apps/standin/dist/main.js',
    [],
    { STANDIN_IRC_PORT: '0', STANDIN_HTTP_PORT: '0' },
    /^\{"irc"/u,
  );
  const { irc } = JSON.parse(standin.line) as { irc: number };
  const results: Results = { bare: [], keeping: [], gully: [] };
  console.log(
    `${COMMANDS} commands, ${VIEWERS.toLocaleString('en')} known viewers, ${ROUNDS} rounds of ${MESSAGES.toLocaleString('en')} messages each`,
  );
  for (let round = 0; round < ROUNDS; round++) {
    const bare = await start('bench/dist/bare-bot.js', [String(irc)], {}, /^ready/u);
    results.bare.push(await measure(irc));
    await end(bare.child);
    const keeping = await start('bench/dist/bare-bot.js', [String(irc), join(folder, 'kept')], {}, /^ready/u);
    results.keeping.push(await measure(irc));
    await end(keeping.child);
    const gully = await startGully(folder, irc);
    await inRoom(gully.address);
    await switchCurrencyOn(gully.address);
    results.gully.push(await measure(irc));
    await end(gully.child);
  }
  await end(standin.child);
  rmSync(folder, { recursive: true, force: true });
  report(results);
}

async function measure(port: number): Promise<Result> {
  const load = await Load.join(port);
  await load.throughput(1_000);
  const perSecond = await load.throughput(MESSAGES);
  const times = await load.latency(100, 8);
  await load.close();
  return {
    perSecond,
    p50: times.getValueAtPercentile(50) / 1000,
    p99: times.getValueAtPercentile(99) / 1000,
  };
}

type Results = Record<'bare' | 'keeping' | 'gully', Result[]>;

function report({ bare, keeping, gully }: Results): void {
  const median = (results: readonly Result[], of: keyof Result): number =>
    results.map((result) => result[of]).sort((a, b) => a - b)[Math.floor(results.length / 2)] ?? NaN;
  const row = (name: string, results: readonly Result[]): string =>
    `${name.padEnd(10)} ${median(results, 'perSecond').toFixed(0).padStart(8)} /s   p50 ${median(results, 'p50').toFixed(2).padStart(7)} ms   p99 ${median(results, 'p99').toFixed(2).padStart(7)} ms`;
  console.log(row('bare bot', bare));
  console.log(row('…keeping', keeping));
  console.log(row('Gully', gully));
  const ratio = median(gully, 'perSecond') / median(bare, 'perSecond');
  tellRatio('chat: messages a second, of a bare bot’s', ratio, 'higher');
  const later = (than: readonly Result[]): string => (median(gully, 'p99') - median(than, 'p99')).toFixed(2);
  console.log(`throughput: ${ratio.toFixed(2)} of the bare bot’s (aim: at least 0.65)`);
  console.log(`p99 at 100 messages a second: ${later(bare)} ms later than the bare bot (aim: within 8),`);
  console.log(`  ${later(keeping)} ms later than the one that has a page on disk before it answers`);
}

await main();

import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { acts } from './acts.js';
import { seedChannel } from './channel.js';
import { Load } from './load.js';
import { end, inRoom, residentMb, start, startGully } from './program.js';
import { tellRatio } from './ratios.js';
import { timesOf, type Times } from './times.js';

const FEW = 20_000;
const MANY = 1_000_000;
const COMMANDS = 200;
const STARTS = 5;
const ROUNDS = 3;
const ASKED = 200;

/** What the Viewers page asks for, and the request that does nothing as the baseline. */
const REQUESTS = {
  'nothing (baseline)': '/api/health',
  'first page': '/api/viewers',
  'by role and name': '/api/viewers?role=subscriber&sort=name&order=up&offset=5000',
  'search, one of three': '/api/viewers?search=ebblewr',
  'search, a few hundred': '/api/viewers?search=moth777',
  'search, nobody': '/api/viewers?search=nowhere&sort=messages',
  'search, two letters': '/api/viewers?search=pe',
} as const;

interface Talk extends Times {
  readonly memory: number;
}

/** The start, memory, chat and the Viewers page with a million viewers, beside an empty folder and 20,000. */
async function main(): Promise<void> {
  const folders = { none: newFolder(), few: newFolder(), many: newFolder() };
  await seedChannel(folders.few, FEW, COMMANDS);
  await seedChannel(folders.many, MANY, COMMANDS);
  await starts(folders);
  const standin = await start(
    'apps/standin/dist/main.js',
    [],
    { STANDIN_IRC_PORT: '0', STANDIN_HTTP_PORT: '0' },
    /^\{"irc"/u,
  );
  const { irc } = JSON.parse(standin.line) as { irc: number };
  const [quiet, few, many]: [Talk[], Talk[], Talk[]] = [[], [], []];
  for (let round = 0; round < ROUNDS; round += 1) {
    quiet.push(await talk(folders.few, irc));
    few.push(await talk(folders.few, irc, '/api/viewers?search='));
    many.push(await talk(folders.many, irc, '/api/viewers?search='));
  }
  await end(standin.child);
  const p99 = (talks: readonly Talk[]): number => median(talks.map((each) => each.p99));
  const memory = Math.max(...many.map((each) => each.memory));
  const later = p99(many) - p99(few);
  console.log(
    [
      `Chat at 100 messages a second: p99 ${p99(quiet).toFixed(1)} ms with 20,000 viewers; while they are searched ${p99(few).toFixed(1)} ms, with a million ${p99(many).toFixed(1)} ms`,
      `  with a million later by ${later.toFixed(1)} ms (aim: within 3, ${met(later < 3)}); memory ${memory.toFixed(0)} MB (aim: under 250, ${met(memory < 250)})`,
    ].join('\n'),
  );
  tellRatio(
    'million: memory, of that with 20,000',
    memory / Math.max(...quiet.map((each) => each.memory)),
    'lower',
  );
  await pages(folders.many);
  for (const folder of Object.values(folders)) rmSync(folder, { recursive: true, force: true });
  await acts();
}

/** How long starts take, in turn. */
async function starts(folders: Readonly<Record<'none' | 'many', string>>): Promise<void> {
  const took = { none: [] as number[], many: [] as number[] };
  for (let n = 0; n < STARTS; n += 1)
    for (const which of ['none', 'many'] as const) {
      const begun = performance.now();
      const { child } = await startGully(folders[which], 1);
      took[which].push(performance.now() - begun);
      await end(child);
    }
  const ratio = median(took.many) / median(took.none);
  console.log(
    `Start: ${median(took.many).toFixed(0)} ms with a million viewers, ${ratio.toFixed(2)} times that of an empty folder (aim: 1.3, ${met(ratio <= 1.3)})`,
  );
  tellRatio('million: start, of an empty folder’s', ratio, 'lower');
}

/** Chat at an even rate, with the Viewers page searched letter by letter all the while where it is. */
async function talk(folder: string, irc: number, search?: string): Promise<Talk> {
  const { child, address } = await startGully(folder, irc);
  await inRoom(address);
  const load = await Load.join(irc);
  await load.throughput(1_000);
  // In a process of its own, so that the answers it reads are not in the way of what is measured here.
  const searcher =
    search === undefined
      ? undefined
      : await start('bench/dist/searcher.js', [`${address}${search}`], {}, /^ready/u);
  const times = await load.latency(100, 10);
  if (searcher !== undefined) await end(searcher.child);
  const memory = residentMb(child);
  await load.close();
  await end(child);
  return {
    memory,
    p50: times.getValueAtPercentile(50) / 1000,
    p99: times.getValueAtPercentile(99) / 1000,
  };
}

/** Pages and searches, through HTTP on a real file. */
async function pages(folder: string): Promise<void> {
  const { child, address } = await startGully(folder, 1);
  const all = new Map<string, Times>();
  for (const [name, path] of Object.entries(REQUESTS)) {
    const times: number[] = [];
    for (let n = 0; n < ASKED; n += 1) {
      const begun = performance.now();
      await (await fetch(address + path)).text();
      times.push(performance.now() - begun);
    }
    // The first few are of a server that has just started.
    all.set(name, timesOf(times.slice(10)));
  }
  await end(child);
  const baseline = all.get('nothing (baseline)')?.p50 ?? 1;
  console.log(`Viewers: a page of 100 out of ${MANY.toLocaleString('en')}`);
  for (const [name, { p50, p99 }] of all) {
    const aim = name.startsWith('search') ? 100 : 50;
    console.log(
      `  ${name.padEnd(24)} p50 ${p50.toFixed(1).padStart(6)} ms   p99 ${p99.toFixed(1).padStart(6)} ms   ${(p50 / baseline).toFixed(1).padStart(5)} times the baseline${p99 < aim ? '' : `   over ${String(aim)} ms`}`,
    );
    if (p50 !== baseline)
      tellRatio(`million: ${name}, of a request that does nothing`, p50 / baseline, 'lower');
  }
}

const newFolder = (): string => mkdtempSync(join(tmpdir(), 'gully-bench-'));
const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;
const met = (is: boolean): string => (is ? 'met' : 'missed');

await main();

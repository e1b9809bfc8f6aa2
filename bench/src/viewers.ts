import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Database, insertMany, openDatabase, ViewerRow } from '@gully/server/database';
import { newViewer } from '@gully/server/viewers';
import { end, start } from './program.js';
import { timesOf, type Times } from './times.js';

const VIEWERS = 50_000;
const ASKED = 60;
/** What the list asks for, and the request that does nothing as the baseline. */
const REQUESTS = {
  'nothing (baseline)': '/api/health',
  'first page': '/api/viewers',
  'page 400, by watch time': '/api/viewers?sort=watched&offset=40000',
  'search in the middle': '/api/viewers?search=ver777',
  'search without a hit': '/api/viewers?search=nowhere&sort=messages',
  'by role and name': '/api/viewers?role=subscriber&sort=name&order=up&offset=5000',
} as const;

/** Pages and searches among many viewers, through HTTP on a real file. */
async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'gully-bench-'));
  const database = new Database(await openDatabase(folder));
  const rows = Array.from({ length: VIEWERS }, (_, n) =>
    Object.assign(
      newViewer(
        `V${String(n).padStart(25, '0')}`,
        'irc',
        `account:caver${String(n)}`,
        `caver${String(n)}`,
        n % 5 === 0 ? 'subscriber' : 'viewer',
        n,
      ),
      { messages: (n * 7_919) % VIEWERS, watchMs: ((n * 104_729) % VIEWERS) * 1_000 },
    ),
  );
  await database.write((manager) => insertMany(manager, ViewerRow, rows));
  await database.onApplicationShutdown();
  const server = await start(
    'apps/server/dist/main.js',
    [],
    { GULLY_DATA_DIR: folder, GULLY_HTTP_PORT: '0', GULLY_IRC_PORT: '1', GULLY_LOG: 'silent' },
    /^Gully is at /u,
  );
  const address = server.line.replace('Gully is at ', '').trim();
  const all = new Map<string, Times>();
  for (const [name, path] of Object.entries(REQUESTS)) {
    const times: number[] = [];
    for (let n = 0; n < ASKED; n += 1) {
      const started = performance.now();
      await (await fetch(address + path)).text();
      times.push(performance.now() - started);
    }
    // The first few are of a server that has just started.
    all.set(name, timesOf(times.slice(5)));
  }
  await end(server.child);
  rmSync(folder, { recursive: true });
  const baseline = all.get('nothing (baseline)')?.p50 ?? 1;
  const lines = [...all].map(
    ([name, { p50, p99 }]) =>
      `  ${name.padEnd(26)} p50 ${p50.toFixed(1).padStart(6)} ms   p99 ${p99.toFixed(1).padStart(6)} ms   ${(p50 / baseline).toFixed(1).padStart(5)} times the baseline`,
  );
  const worst = Math.max(...[...all.values()].map(({ p99 }) => p99));
  process.stdout.write(
    [
      `Viewers: ${VIEWERS.toLocaleString('en')} of them, a page of 100`,
      ...lines,
      `  aim: under 50 ms (${worst < 50 ? 'met' : 'missed'})`,
      '',
    ].join('\n'),
  );
}

await main();

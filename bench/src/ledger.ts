import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  balancesOf,
  move,
  NO_CURRENCY,
  viewerAccount,
  type Account,
  type PostedChange,
} from '@gully/core/currency';
import { makeApp } from '@gully/server/app';
import { readEnvironment } from '@gully/server/configuration';
import { CURRENCY } from '@gully/server/currency';
import { Database, openDatabase } from '@gully/server/database';
import { verifyLedger, writePostings } from '@gully/server/ledger';
import { ChannelWorld } from '@gully/server/live';
import { makeLog } from '@gully/server/log';
import { PipelineService } from '@gully/server/pipeline';
import { SettingsService } from '@gully/server/settings';
import { STORED } from '@gully/server/stored';
import SqliteFile from 'better-sqlite3';
import { seedChannel } from './channel.js';
import { end, startGully, switchCurrencyOn } from './program.js';
import { tellRatio } from './ratios.js';
import { timesOf, type Times } from './times.js';

const PRESENT = 10_000;
const PAYOUTS = 9;
const SINGLES = 5_000;
/** Asked for at once. */
const TOGETHER = 64;
const VIEWERS = 50_000;
const ENTRIES = 1_000_000;
const ASKED = 200;

const newFolder = (): string => mkdtempSync(join(tmpdir(), 'gully-ledger-'));
const viewerId = (n: number): string => `V${String(n).padStart(25, '0')}`;
const met = (is: boolean): string => (is ? 'met' : 'missed');
const median = (times: readonly number[]): number => timesOf(times).p50;

/** What moving currency costs: payouts, single movements, adding all of it up, and the pages that show it. */
async function main(): Promise<void> {
  await payouts();
  await singles();
  await large();
}

/** A payout to all present, beside a loop that inserts as many rows into a table of the same shape. */
async function payouts(): Promise<void> {
  const folder = newFolder();
  await seedChannel(folder, PRESENT, 1);
  const source = await openDatabase(folder, STORED);
  const database = new Database(source);
  const bare = bareFile(folder);
  const entries = Array.from(
    { length: PRESENT },
    (_, n) => ({ from: 'issued', to: `viewer:${viewerId(n)}`, amount: 10 + (n % 7) }) as const,
  );
  const took: { ours: number[]; bare: number[] } = { ours: [], bare: [] };
  const ids = new Map<Account, number>();
  for (let n = 0; n < PAYOUTS; n += 1) {
    const payout: PostedChange = {
      kind: 'posted',
      key: `payout:${String(n)}`,
      cause: 'payout',
      reference: 'live',
      by: 'gully',
      at: n,
      entries,
      // A bonus with a fraction for one in five.
      carries: Array.from({ length: PRESENT / 5 }, (_, at) => [viewerId(at * 5), (at + n) % 100] as const),
      words: '',
    };
    const begun = performance.now();
    await database.write((manager) => writePostings(manager, [payout], ids));
    const between = performance.now();
    bare.insertMany(n, PRESENT);
    took.ours.push(between - begun);
    took.bare.push(performance.now() - between);
  }
  await database.onApplicationShutdown();
  bare.close();
  rmSync(folder, { recursive: true });
  const [ours, theirs] = [median(took.ours), median(took.bare)];
  const ratio = ours / theirs;
  console.log(
    `A payout to ${PRESENT.toLocaleString('en')}: ${ours.toFixed(0)} ms (aim: under 300, ${met(ours < 300)}), ${ratio.toFixed(2)} times a bare prepared-insert loop of ${theirs.toFixed(0)} ms (aim: at most 2, ${met(ratio <= 2)})`,
  );
  tellRatio('ledger: a payout to 10,000, of a bare loop of inserts', ratio, 'lower');
}

/** A table as the ledger's entries, in a file of its own, with nothing behind it. */
function bareFile(folder: string) {
  const file = new SqliteFile(join(folder, 'bare.db'));
  file.pragma('journal_mode = WAL');
  file.pragma('synchronous = FULL');
  file.exec(
    `CREATE TABLE entries (id INTEGER PRIMARY KEY, posting_id INTEGER NOT NULL, from_id INTEGER NOT NULL,
       to_id INTEGER NOT NULL, amount INTEGER NOT NULL, earns INTEGER NOT NULL) STRICT;
     CREATE INDEX entries_posting ON entries (posting_id);
     CREATE INDEX entries_from ON entries (from_id);
     CREATE INDEX entries_to ON entries (to_id);`,
  );
  const insert = file.prepare(
    'INSERT INTO entries (posting_id, from_id, to_id, amount, earns) VALUES (?, ?, ?, ?, ?)',
  );
  return {
    insertMany: (posting: number, count: number) => {
      file.exec('BEGIN');
      for (let n = 0; n < count; n += 1) insert.run(posting, 1, n + 4, 10 + (n % 7), 1);
      file.exec('COMMIT');
    },
    insertOne: (n: number) => {
      insert.run(n, 1, n + 4, 10, 1);
    },
    close: () => {
      file.close();
    },
  };
}

/** Single movements on the way all areas use, each on disk when it is answered, beside bare transactions. */
async function singles(): Promise<void> {
  const folder = newFolder();
  await seedChannel(folder, 1_000, 1);
  const environment = readEnvironment({
    GULLY_DATA_DIR: folder,
    GULLY_HTTP_PORT: '0',
    GULLY_IRC_PORT: '1',
    GULLY_LOG: 'silent',
  });
  const app = await makeApp(environment, await openDatabase(folder, STORED), makeLog('silent', false));
  await app.init();
  const [pipeline, world] = [app.get(PipelineService), app.get(ChannelWorld)];
  await app.get(SettingsService).set(CURRENCY, { ...NO_CURRENCY, enabled: true }, 0, 'streamer');
  const one = (n: number): Promise<void> => {
    const viewer = viewerId(n % 1_000);
    return pipeline.do({
      kind: 'bench',
      actor: 'streamer',
      about: [viewer],
      decide: () => {
        const entry = { from: 'issued', to: viewerAccount(viewer), amount: 5 } as const;
        const about = { cause: 'correction', reference: '', by: 'streamer', at: n, words: '' } as const;
        const result = move(balancesOf(world.now().purse), entry, { ...about, key: `single:${String(n)}` });
        if ('fault' in result) throw new Error(result.fault);
        return { changes: [result.change], done: () => undefined };
      },
    });
  };
  const begun = performance.now();
  let next = 0;
  const worker = async (): Promise<void> => {
    for (let n = next++; n < SINGLES; n = next++) await one(n);
  };
  await Promise.all(Array.from({ length: TOGETHER }, worker));
  const ours = SINGLES / (performance.now() - begun);
  await app.close();
  const bare = bareFile(folder);
  const started = performance.now();
  for (let n = 0; n < SINGLES; n += 1) bare.insertOne(n);
  const theirs = SINGLES / (performance.now() - started);
  bare.close();
  rmSync(folder, { recursive: true, force: true });
  const ratio = ours / theirs;
  console.log(
    `Single movements, each on disk when answered: ${(ours * 1000).toFixed(0)} a second, ${ratio.toFixed(2)} of ${(theirs * 1000).toFixed(0)} bare transactions (aim: at least 0.3, ${met(ratio >= 0.3)})`,
  );
  tellRatio('ledger: single movements a second, of bare transactions', ratio, 'higher');
}

/** A million entries of 50,000 viewers: adding them up, and the pages that show them. */
async function large(): Promise<void> {
  const folder = newFolder();
  await seedChannel(folder, VIEWERS, 1);
  const database = new Database(await openDatabase(folder, STORED));
  await database.write(async (manager) => {
    for (const statement of SEED) await manager.query(statement, statement.includes('?') ? [ENTRIES] : []);
  });
  const begun = performance.now();
  const { entries, faults } = await verifyLedger((sql, parameters) =>
    database.read.query(sql, [...parameters]),
  );
  const seconds = (performance.now() - begun) / 1000;
  await database.onApplicationShutdown();
  console.log(
    `Adding up ${entries.toLocaleString('en')} entries: ${seconds.toFixed(1)} s, ${String(faults.length)} faults (aim: under 10 s, ${met(seconds < 10 && faults.length === 0)})`,
  );
  const { child, address } = await startGully(folder, 1);
  await switchCurrencyOn(address);
  const baseline = await asked(`${address}/api/health`);
  for (const [name, path] of Object.entries(PAGES)) {
    const times = await asked(address + path);
    console.log(
      `  ${name.padEnd(28)} p50 ${times.p50.toFixed(1)} ms   p99 ${times.p99.toFixed(1)} ms (aim: under 100, ${met(times.p99 < 100)})`,
    );
    tellRatio(`ledger: ${name}, of a request that does nothing`, times.p50 / baseline.p50, 'lower');
  }
  await end(child);
  rmSync(folder, { recursive: true, force: true });
}

const PAGES = {
  'the ledger': '/api/ledger',
  'the ledger, by cause': '/api/ledger?cause=gift',
  'the ledger, of a viewer': `/api/ledger?viewer=${viewerId(77)}`,
  leaderboard: '/api/seasons/leaderboard?by=earned',
  economy: '/api/economy',
  'what a viewer has': `/api/currency/viewers/${viewerId(77)}`,
} as const;

/** Payouts of a hundred each, and a gift now and then, with the balances they come to. */
const SEED = [
  `INSERT INTO accounts (kind, name) SELECT 'viewer', id FROM viewers`,
  `INSERT INTO ledger_postings (id, key, cause, reference, actor, at, reverses, total, entries, issued, spent)
   WITH RECURSIVE n (x) AS (SELECT 1 UNION ALL SELECT x + 1 FROM n WHERE x < 10000)
   SELECT x, 'bench:' || x, iif(x % 50 = 0, 'gift', 'payout'), 'live', 'gully', x * 1000, NULL, 1000, 100, 1000, 0 FROM n`,
  `INSERT INTO ledger_entries (id, posting_id, from_id, to_id, amount, earns)
   WITH RECURSIVE n (x) AS (SELECT 0 UNION ALL SELECT x + 1 FROM n WHERE x + 1 < ?)
   SELECT x + 1, x / 100 + 1, 1, 4 + (x * 7919) % 50000, 10, iif((x / 100 + 1) % 50 = 0, 0, 1) FROM n`,
  `UPDATE accounts SET balance = own.balance, earned = own.earned FROM
     (SELECT to_id, sum(amount) AS balance, sum(amount * earns) AS earned FROM ledger_entries GROUP BY to_id) AS own
   WHERE accounts.id = own.to_id`,
  `UPDATE accounts SET balance = (SELECT -sum(amount) FROM ledger_entries) WHERE id = 1`,
];

async function asked(address: string): Promise<Times> {
  const times: number[] = [];
  for (let n = 0; n < ASKED; n += 1) {
    const begun = performance.now();
    const answer = await fetch(address);
    await answer.text();
    if (!answer.ok) throw new Error(`${address} answered ${String(answer.status)}`);
    times.push(performance.now() - begun);
  }
  return timesOf(times);
}

await main();

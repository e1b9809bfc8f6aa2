import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { expect, test } from '@jest/globals';
import { Database, openDatabase } from '../database/index.js';
import { STORED } from '../stored.js';
import { newFolder } from '../test-support/index.js';
import { verifyLedger } from './index.js';

const CHILD = fileURLToPath(new URL('../test-support/paying-child.js', import.meta.url));
const VIEWERS = 2_000;

/** Has payouts made until `after` of them are, and then kills that, some milliseconds into the next. */
function killed(folder: string, first: number, after: number, into: number): Promise<number> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [CHILD, folder, String(first), String(VIEWERS)], {
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let [output, faults] = ['', ''];
    let paid = 0;
    child.stderr.on('data', (chunk: Buffer) => (faults += chunk.toString()));
    child.stdout.on('data', (chunk: Buffer) => {
      output += chunk.toString();
      const before = paid;
      paid = output.split('\n').length - 1;
      if (before < after && paid >= after) setTimeout(() => child.kill('SIGKILL'), into);
    });
    child.once('exit', (_, signal) => {
      if (signal === 'SIGKILL') resolve(first + paid);
      else reject(new Error(`it ended by itself:\n${faults}`));
    });
  });
}

test('killed at any moment of a payout, all of it is there or nothing, and what was acknowledged is', async () => {
  const folder = newFolder();
  let next = 0;
  for (const [after, into] of [
    [1, 0],
    [2, 19],
    [2, 43],
  ] as const) {
    const acknowledged = await killed(folder, next, after, into);
    const database = new Database(await openDatabase(folder, STORED));
    const postings = await database.read.query<{ key: string; entries: number; found: number }[]>(
      `SELECT p.key, p.entries, count(e.id) AS found FROM ledger_postings p
       LEFT JOIN ledger_entries e ON e.posting_id = p.id GROUP BY p.id ORDER BY p.id`,
    );
    // The one under way may be there whole, though nobody was told.
    expect(postings.length - acknowledged).toBeGreaterThanOrEqual(0);
    expect(postings.length - acknowledged).toBeLessThanOrEqual(1);
    expect(postings.map(({ key }) => key)).toEqual(postings.map((_, n) => `payout:${String(n)}`));
    expect(postings.filter(({ entries, found }) => entries !== VIEWERS || found !== VIEWERS)).toEqual([]);
    const { faults } = await verifyLedger((sql, values) => database.read.query(sql, [...values]));
    expect(faults).toEqual([]);
    const [sum] = await database.read.query<{ sum: number }[]>('SELECT sum(balance) AS sum FROM accounts');
    expect(sum).toEqual({ sum: 0 });
    next = postings.length;
    await database.onApplicationShutdown();
  }
}, 90_000);

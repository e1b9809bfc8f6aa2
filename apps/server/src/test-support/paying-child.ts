import 'reflect-metadata';
import type { Account } from '@gully/core/currency';
import { Database, openDatabase } from '../database/index.js';
import { writePostings } from '../ledger/index.js';
import { STORED } from '../stored.js';

/** Makes one payout after the other until it is killed, and says which are made. */
const [folder = '', first = '0', viewers = '0'] = process.argv.slice(2);
const database = new Database(await openDatabase(folder, STORED));
const ids = new Map<Account, number>();
for (let n = Number(first); ; n += 1) {
  const entries = Array.from(
    { length: Number(viewers) },
    (_, viewer) => ({ from: 'issued', to: `viewer:v${String(viewer)}`, amount: 1 + (viewer % 7) }) as const,
  );
  const about = { cause: 'payout', reference: 'live', by: 'gully', at: n, words: '' } as const;
  await database.write((manager) =>
    writePostings(manager, [{ kind: 'posted', key: `payout:${String(n)}`, entries, ...about }], ids),
  );
  process.stdout.write(`paid ${String(n)}\n`);
}

import { existsSync } from 'node:fs';
import { join } from 'node:path';
import Sqlite from 'better-sqlite3';
import { readEnvironment } from '../configuration/index.js';
import { DATABASE_FILE } from '../database/index.js';
import { verifyLedger } from './verifying.js';

/** `npm run verify-ledger [folder]`: adds up the whole ledger of a data folder and compares; nothing is written. */
const [, , folder = readEnvironment(process.env).GULLY_DATA_DIR] = process.argv;
const path = join(folder, DATABASE_FILE);
if (!existsSync(path)) {
  process.stderr.write(
    `There is no database in ${folder}. Give the data folder: npm run verify-ledger -- ./data\n`,
  );
  process.exit(2);
}
const file = new Sqlite(path, { readonly: true });
const began = performance.now();
const { entries, accounts, circulating, faults } = await verifyLedger((sql, parameters) =>
  Promise.resolve(file.prepare<unknown[], never>(sql).all(...parameters)),
);
const seconds = ((performance.now() - began) / 1000).toFixed(1);
const figure = (count: number): string => count.toLocaleString('en');
process.stdout.write(
  `${figure(entries)} entries, ${figure(accounts)} accounts, ${figure(circulating)} in circulation, ${seconds} s\n`,
);
for (const { what, account, stored, computed } of faults)
  process.stdout.write(
    `WRONG ${what} (${account}): ${figure(stored)} is stored, ${figure(computed)} adds up\n`,
  );
process.stdout.write(
  faults.length === 0 ? 'The ledger adds up.\n' : `${figure(faults.length)} things do not add up.\n`,
);
process.exitCode = faults.length === 0 ? 0 : 1;

// @ts-check
/** `npm run verify-ledger [-- folder]`: adds up the whole ledger of a data folder; nothing is written. */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { programs } from './build.mjs';
import { install } from './install.mjs';
import { ROOT } from './run.mjs';

await install('run');
await programs();
const file = join(ROOT, '.env');
if (existsSync(file)) process.loadEnvFile(file);
await import('../apps/server/dist/verify-ledger.js');

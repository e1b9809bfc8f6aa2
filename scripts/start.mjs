// @ts-check
/** `npm start`: the server alone, on a data folder, configured by the environment or a file `.env`. */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { build } from './build.mjs';
import { ROOT } from './run.mjs';

await build();
const file = join(ROOT, '.env');
if (existsSync(file)) process.loadEnvFile(file);
await import('../apps/server/dist/main.js');

// @ts-check
/**
 * `npm run api`: writes the types of the pages' client, made from the API's description.
 * With `--check` it writes nothing and fails when they are out of date.
 */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildDescription } from './build.mjs';
import { filesIn } from './bundling.mjs';
import { install } from './install.mjs';
import { must, ROOT } from './run.mjs';

const check = process.argv.includes('--check');
const KEPT = join(ROOT, 'apps/web/src/api/schema.d.ts');
const folder = mkdtempSync(join(tmpdir(), 'gully-api-'));
const description = join(folder, 'openapi.json');
const types = check ? join(folder, 'schema.d.ts') : KEPT;

await install('all');
namedOnce();
await buildDescription();
await must(process.execPath, ['apps/server/dist-api/describe.js', description]);
await must(process.execPath, [
  'node_modules/openapi-typescript/bin/cli.js',
  description,
  '-o',
  types,
  '--silent',
]);
if (check && readFileSync(types, 'utf8') !== readFileSync(KEPT, 'utf8')) {
  console.error('The types of the pages’ client are out of date. Run: npm run api');
  process.exitCode = 1;
}
rmSync(folder, { recursive: true });

/** Two classes of one name would silently become one in the description. */
function namedOnce() {
  const known = new Map();
  for (const path of Object.values(filesIn('apps/server/src', /(?<!\.test)\.ts$/u))) {
    const text = readFileSync(join(ROOT, path), 'utf8');
    if (!text.includes('@ApiProperty')) continue;
    for (const [, name = ''] of text.matchAll(/^(?:export )?class (\w+)/gmu)) {
      const other = known.get(name);
      if (other !== undefined) throw new Error(`two classes called ${name}: ${other} and ${path}`);
      known.set(name, path);
    }
  }
}

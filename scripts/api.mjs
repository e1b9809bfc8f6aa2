// @ts-check
/**
 * `npm run api`: writes the API's description and, from it, the types of the pages' client.
 * With `--check` it writes nothing and fails when either is out of date.
 */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildDescription } from './build.mjs';
import { filesIn } from './bundling.mjs';
import { install } from './install.mjs';
import { must, ROOT } from './run.mjs';

const check = process.argv.includes('--check');
const KEPT = [join(ROOT, 'apps/server/openapi.json'), join(ROOT, 'apps/web/src/api/schema.d.ts')];
const folder = mkdtempSync(join(tmpdir(), 'gully-api-'));
const [description, types] = check ? [join(folder, 'openapi.json'), join(folder, 'schema.d.ts')] : KEPT;

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
if (check) {
  const stale = [description, types].filter(
    (made, n) => readFileSync(made, 'utf8') !== readFileSync(KEPT[n] ?? '', 'utf8'),
  );
  if (stale.length > 0) {
    console.error('The API’s description or the client’s types are out of date. Run: npm run api');
    process.exitCode = 1;
  }
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

// @ts-check
/**
 * `npm run bench [name…]`: each benchmark prints ratios against a named baseline measured in the same run.
 * Fails when one is over a fifth worse than the one kept in `bench/ratios.json`; `--keep` keeps those of this run.
 */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build, buildBenchmarks } from './build.mjs';
import { install } from './install.mjs';
import { ROOT, run } from './run.mjs';

const KEPT = join(ROOT, 'bench/ratios.json');
const ALL = [
  'match',
  'guard',
  'replay',
  'flood',
  'queue',
  'timers',
  'routines',
  'ledger',
  'rewards',
  'games',
  'overlays',
  'chat',
  'million',
];
/** Part of another, and by itself where it is asked for. */
const PARTS = ['blocks'];
const WORSE = 1.2;

/** @typedef {{ ratio: number, better: 'higher' | 'lower' }} Ratio */

const asked = process.argv.slice(2);
const keep = asked.includes('--keep');
const names = asked.filter((each) => each !== '--keep');
for (const name of names)
  if (![...ALL, ...PARTS].includes(name)) {
    console.error(`There is no benchmark called ${name}. There are ${[...ALL, ...PARTS].join(', ')}.`);
    process.exit(1);
  }

await install('all');
await build();
await buildBenchmarks();
const folder = mkdtempSync(join(tmpdir(), 'gully-ratios-'));
const file = join(folder, 'ratios');
writeFileSync(file, '');
let failed = false;
for (const bench of names.length === 0 ? ALL : names)
  failed = (await run(process.execPath, [`bench/dist/${bench}.js`], { GULLY_RATIOS: file })) !== 0 || failed;
/** @type {(Ratio & { name: string })[]} */
const measured = readFileSync(file, 'utf8')
  .split('\n')
  .filter((line) => line !== '')
  .map((line) => JSON.parse(line));
rmSync(folder, { recursive: true });

/** @type {Record<string, Ratio>} */
const kept = JSON.parse(readFileSync(KEPT, 'utf8'));
console.log('\nRatios, beside those kept:');
for (const { name, ratio, better } of measured) {
  const before = kept[name];
  const worse = before === undefined ? 1 : better === 'lower' ? ratio / before.ratio : before.ratio / ratio;
  const verdict = worse > WORSE ? '   WORSE' : '';
  console.log(`  ${ratio.toFixed(2).padStart(8)}  (kept ${before?.ratio ?? 'none'})  ${name}${verdict}`);
  if (keep) kept[name] = { ratio: Number(ratio.toPrecision(3)), better };
  else if (worse > WORSE) failed = true;
}
if (keep) writeFileSync(KEPT, `${JSON.stringify(kept, null, 2)}\n`);
process.exit(failed ? 1 : 0);

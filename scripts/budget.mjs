// @ts-check
/**
 * Weighs the JavaScript each page needs before it shows something, gzipped, against
 * `apps/web/budget.json`: what its entry imports, and the place that is shown first.
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { ROOT } from './run.mjs';

const WEB = join(ROOT, 'apps/web');
/** @param {string} file */
const json = (file) => JSON.parse(readFileSync(join(WEB, file), 'utf8'));

/** @type {Record<string, { file: string, imports?: string[] }>} */
const manifest = json('dist/.vite/manifest.json');
/** @type {Record<string, { entry: string, shows: string[], kilobytes: number }>} */
const budget = json('budget.json');

/** @param {string} key @param {Set<string>} seen */
function needed(key, seen) {
  const part = manifest[key];
  if (part === undefined) throw new Error(`the pages have no part ${key}; correct apps/web/budget.json`);
  if (seen.has(part.file)) return;
  seen.add(part.file);
  for (const each of part.imports ?? []) needed(each, seen);
}

for (const [name, { entry, shows, kilobytes }] of Object.entries(budget)) {
  /** @type {Set<string>} */
  const files = new Set();
  for (const key of [entry, ...shows]) needed(key, files);
  const weighed = [...files]
    .filter((file) => file.endsWith('.js'))
    .map((file) => ({ file, size: gzipSync(readFileSync(join(WEB, 'dist', file))).length }))
    .sort((a, b) => b.size - a.size);
  const total = weighed.reduce((sum, { size }) => sum + size, 0) / 1000;
  const over = total > kilobytes;
  console.log(
    `${over ? 'TOO HEAVY' : 'ok'}  ${name}: ${total.toFixed(1)} of ${kilobytes} kB in ${weighed.length} files`,
  );
  if (!over && !process.argv.includes('--files')) continue;
  for (const { file, size } of weighed.slice(0, 12))
    console.log(`    ${(size / 1000).toFixed(1)} kB  ${file}`);
  if (over) process.exitCode = 1;
}

// @ts-check
/**
 * `npm run check [area…]`: format, lint, types, units and stories of the areas named, or of
 * those that have changed since the last commit. An area is a folder: `timers`, `viewers`.
 */
import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { build, buildTests } from './build.mjs';
import { chromium } from './chromium.mjs';
import { install } from './install.mjs';
import { ROOT } from './run.mjs';
import { format, lint, PLACES, stories, Taken, types, units } from './steps.mjs';

const HOUSES = ['packages/core/src', 'apps/server/src', 'apps/standin/src', 'apps/web/src'];
const named = process.argv.slice(2);
const files = named.length > 0 ? named.flatMap(filesOf) : changed();
if (files.length === 0) {
  console.log('Nothing has changed since the last commit. Name areas to check them: npm run check timers');
  process.exit(0);
}
const areas = named.length > 0 ? named : [...new Set(files.flatMap(areaOf))];
console.log(`Checking ${areas.join(', ') || 'what has changed'}.`);

await install('all');
await Promise.all([build(), buildTests()]);
const taken = new Taken();
const readable = files.filter((file) => /\.(?:[cm]?[jt]sx?)$/u.test(file) || !file.includes('.'));
await taken.take([
  format(files),
  ...(readable.length > 0 ? [lint(readable)] : []),
  ...PLACES.filter((place) => concerns(place)).map(types),
]);
const tests = areas.filter((area) => HOUSES.some((house) => existsSync(join(ROOT, house, area))));
if (tests.length > 0) await taken.take([units([`/src/(${tests.join('|')})/`])]);
const told = areas.map((area) => `e2e/${area}.spec.ts`).filter((file) => existsSync(join(ROOT, file)));
if (told.length > 0) await taken.take([stories(await chromium(), told)]);
console.log(`${taken.passed} passed, ${taken.failed} failed`);
process.exit(taken.failures.length === 0 ? 0 : 1);

/** @param {string} area @returns {string[]} its folders and its stories */
function filesOf(area) {
  const places = [...HOUSES.map((house) => `${house}/${area}`), `e2e/${area}.spec.ts`];
  const there = places.filter((place) => existsSync(join(ROOT, place)));
  if (there.length > 0) return there;
  const known = new Set(HOUSES.flatMap((house) => readdirSync(join(ROOT, house))));
  console.error(
    `There is no area called ${area}. Areas: ${[...known]
      .filter((name) => !name.includes('.'))
      .sort()
      .join(', ')}`,
  );
  process.exit(1);
}

/** @returns {string[]} files that differ from the last commit and are still there */
function changed() {
  const git = (/** @type {string[]} */ ...args) =>
    execFileSync('git', args, { cwd: ROOT, encoding: 'utf8' })
      .split('\n')
      .filter((file) => file !== '');
  const all = [...git('diff', '--name-only', 'HEAD'), ...git('ls-files', '--others', '--exclude-standard')];
  return all.filter((file) => existsSync(join(ROOT, file)));
}

/** @param {string} file */
function areaOf(file) {
  const story = /^e2e\/([\w-]+)\.spec\.ts$/u.exec(file)?.[1];
  const house = HOUSES.find((each) => file.startsWith(`${each}/`));
  const [area = '', rest] = house === undefined ? [] : file.slice(house.length + 1).split('/');
  return story !== undefined ? [story] : rest === undefined ? [] : [area];
}

/** @param {string} place @returns {boolean} whether a change may have broken its types */
function concerns(place) {
  const touches = (/** @type {string} */ folder) => files.some((file) => file.startsWith(folder));
  if (touches('packages/core')) return true;
  if (touches('apps/server') && (place === 'apps/server' || place === 'bench')) return true;
  if (touches('apps/standin') && place === 'apps/server') return true;
  return touches(place.replace(/\/tsconfig.*$/u, ''));
}

// @ts-check
/** `npm test`: lint, types, the API's description, units and server tests, browser tests. Installs what it needs. */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from './build.mjs';
import { chromium } from './chromium.mjs';
import { ROOT, run } from './run.mjs';

await build();
const browser = await chromium();

const RESULTS = join(ROOT, 'test-results');
const node = process.execPath;
const jest = [
  '--experimental-vm-modules',
  '--no-warnings=ExperimentalWarning',
  'node_modules/jest/bin/jest.js',
];
mkdirSync(RESULTS, { recursive: true });

/** @typedef {[name: string, args: string[], env?: Record<string, string>]} Step */
/** @type {Step} */
const LINT = ['lint', ['node_modules/eslint/bin/eslint.js', '.', '--max-warnings', '0']];
/** What looks at the text alone. @type {Step[]} */
const LOOKING = [
  ['format', ['node_modules/prettier/bin/prettier.cjs', '--check', '--log-level', 'warn', '.']],
  ...['packages/core', 'apps/server', 'apps/standin', 'apps/web', 'e2e', 'bench'].map(
    (place) =>
      /** @type {[string, string[]]} */ ([
        `types of ${place}`,
        ['node_modules/typescript/bin/tsc', '-p', place],
      ]),
  ),
  ['API types are current', ['scripts/api.mjs', '--check']],
];
/** @type {Step[]} */
const RUNNING = [
  ['units and server', [...jest, '--json', '--outputFile', join(RESULTS, 'jest.json')]],
  [
    'browser',
    [
      'node_modules/@playwright/test/cli.js',
      'test',
      '--config',
      'e2e/playwright.config.ts',
      '--reporter',
      'list,json',
    ],
    { CHROMIUM_PATH: browser, PLAYWRIGHT_JSON_OUTPUT_NAME: join(RESULTS, 'e2e.json'), FORCE_COLOR: '0' },
  ],
];

/** @type {string[]} */
const failed = [];
/** @param {Step[]} steps one behind the other */
async function take(steps) {
  for (const [name, args, env] of steps) {
    const begun = Date.now();
    const code = await run(node, args, env);
    console.log(`${code === 0 ? 'ok    ' : 'FAILED'} ${name}, ${((Date.now() - begun) / 1000).toFixed(1)} s`);
    if (code !== 0) failed.push(name);
  }
}
// The linter takes as long as all that looks at the text; what is timed by a clock runs alone.
await Promise.all([take([LINT]), take(LOOKING)]);
await take(RUNNING);

/** @param {string} file */
const read = (file) => {
  try {
    return JSON.parse(readFileSync(join(RESULTS, file), 'utf8'));
  } catch {
    return {};
  }
};
const units = read('jest.json');
const pages = read('e2e.json').stats ?? {};
const passed = (units.numPassedTests ?? 0) + (pages.expected ?? 0);
const failures =
  (units.numFailedTests ?? 0) +
  (units.numRuntimeErrorTestSuites ?? 0) +
  (pages.unexpected ?? 0) +
  (pages.flaky ?? 0);
// A step without tests of its own that failed counts as one failure, so that nothing fails unseen.
const others = failed.filter((name) => name !== 'units and server' && name !== 'browser').length;
const line = `${passed} passed, ${failures + others} failed`;
writeFileSync(join(RESULTS, 'counts.txt'), `${line}\n`);
if (failed.length > 0) console.log(`Failed: ${failed.join(', ')}`);
console.log(line);
process.exit(failed.length === 0 ? 0 : 1);

// @ts-check
/** What is checked, each as a step that `npm test` and `npm run check` put together. */
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, run } from './run.mjs';

const RESULTS = join(ROOT, 'test-results');

/**
 * @typedef {object} Step
 * @property {string} name
 * @property {string[]} args of Node
 * @property {Record<string, string>} [env]
 * @property {string} [counts] the file that tells how many tests passed
 */

/** @param {readonly string[]} paths @returns {Step} */
export const format = (paths) => ({
  name: 'format',
  args: ['node_modules/prettier/bin/prettier.cjs', '--check', '--cache', '--log-level', 'warn', ...paths],
});

/** @param {readonly string[]} paths @returns {Step} */
export const lint = (paths) => ({
  name: 'lint',
  args: [
    'node_modules/oxlint/bin/oxlint',
    '-c',
    'oxlint.config.mjs',
    '--type-aware',
    '--deny-warnings',
    ...paths,
  ],
});

/** All programs whose types are looked at; core once more without what only tests may use. */
export const PLACES = [
  'packages/core/tsconfig.pure.json',
  'packages/core',
  'apps/standin',
  'apps/server',
  'apps/web',
  'e2e',
  'bench',
];

/** @param {string} place @returns {Step} */
export const types = (place) => ({
  name: `types of ${place}`,
  args: ['node_modules/typescript-native/bin/tsc', '-p', place],
});

/** @type {Step} */
export const api = { name: 'the API’s description is current', args: ['scripts/api.mjs', '--check'] };

/** @type {Step} */
export const budget = { name: 'weight of the pages', args: ['scripts/budget.mjs'] };

/** A few of what `npm run storm` does for as long as one likes. @type {Step} */
export const storm = { name: 'killed ten times under load', args: ['scripts/storm.mjs', '10'] };

/** @type {Step} */
export const cairn = { name: 'a made-up area is added, and runs', args: ['tests/cairn/builds.mjs'] };

/** @param {readonly string[]} paths of tests, in part; all when there are none @returns {Step} */
export const units = (paths) => ({
  name: 'units and server',
  args: [
    '--enable-source-maps',
    'node_modules/jest/bin/jest.js',
    '--json',
    '--outputFile',
    join(RESULTS, 'jest.json'),
    '--passWithNoTests',
    ...paths,
  ],
  counts: 'jest.json',
});

/** @param {string} browser its path @param {readonly string[]} files of stories; all when there are none @returns {Step} */
export const stories = (browser, files) => ({
  name: 'browser',
  args: [
    'node_modules/@playwright/test/cli.js',
    'test',
    '--config',
    'e2e/playwright.config.ts',
    '--reporter',
    'list,json',
    ...files,
  ],
  env: { CHROMIUM_PATH: browser, PLAYWRIGHT_JSON_OUTPUT_NAME: join(RESULTS, 'e2e.json'), FORCE_COLOR: '0' },
  counts: 'e2e.json',
});

/** Takes steps one after the other and counts what passed and failed. */
export class Taken {
  passed = 0;
  failed = 0;
  /** @type {string[]} the names of the steps that failed */
  failures = [];

  /** @param {readonly Step[]} steps */
  async take(steps) {
    mkdirSync(RESULTS, { recursive: true });
    for (const { name, args, env, counts } of steps) {
      if (counts !== undefined) rmSync(join(RESULTS, counts), { force: true });
      const begun = Date.now();
      const code = await run(process.execPath, args, env);
      console.log(
        `${code === 0 ? 'ok    ' : 'FAILED'} ${name}, ${((Date.now() - begun) / 1000).toFixed(1)} s`,
      );
      const counted = counts === undefined ? { passed: 0, failed: 0 } : countsIn(join(RESULTS, counts));
      this.passed += counted.passed;
      this.failed += counted.failed;
      if (code === 0) continue;
      this.failures.push(name);
      // A step that failed without a failed test counts as one failure, so that nothing fails unseen.
      if (counted.failed === 0) this.failed += 1;
    }
  }
}

/** @param {string} file written by Jest or Playwright */
function countsIn(file) {
  if (!existsSync(file)) return { passed: 0, failed: 0 };
  const { stats, ...units } = JSON.parse(readFileSync(file, 'utf8'));
  return stats === undefined
    ? { passed: units.numPassedTests, failed: units.numFailedTests + units.numRuntimeErrorTestSuites }
    : { passed: stats.expected, failed: stats.unexpected + stats.flaky };
}

// @ts-check
/** `npm test`: format, lint, types, the API's description, the pages' weight, a made-up area, units and server, browser. Installs what it needs. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build, buildTests } from './build.mjs';
import { chromium } from './chromium.mjs';
import { install } from './install.mjs';
import { ROOT } from './run.mjs';
import { api, budget, cairn, format, lint, PLACES, stories, storm, Taken, types, units } from './steps.mjs';

await install('all');
const browser = await chromium();
const taken = new Taken();
await Promise.all([build().then(buildTests), taken.take([format(['.'])])]);
await taken.take([
  lint(['.']),
  ...PLACES.map(types),
  api,
  budget,
  cairn,
  units([]),
  storm,
  stories(browser, []),
]);

const line = `${taken.passed} passed, ${taken.failed} failed`;
writeFileSync(join(ROOT, 'test-results', 'counts.txt'), `${line}\n`);
if (taken.failures.length > 0) console.log(`Failed: ${taken.failures.join(', ')}`);
console.log(line);
process.exit(taken.failures.length === 0 ? 0 : 1);

// @ts-check
/** `npm run bench`: each benchmark prints ratios against a named baseline measured in the same run. */
import { build } from './build.mjs';
import { must } from './run.mjs';

await build();
for (const bench of ['match', 'timers', 'routines', 'viewers', 'chat'])
  await must(process.execPath, [`bench/dist/${bench}.js`]);

// @ts-check
/** `npm run bench`: each benchmark prints ratios against a named baseline measured in the same run. */
import { build, buildBenchmarks } from './build.mjs';
import { install } from './install.mjs';
import { must } from './run.mjs';

await install('all');
await build();
await buildBenchmarks();
for (const bench of ['match', 'timers', 'routines', 'viewers', 'chat'])
  await must(process.execPath, [`bench/dist/${bench}.js`]);

// @ts-check
/** Writes the published formats: `node scripts/formats.mjs`. A test fails when they are out of date. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { bundle } from './bundling.mjs';
import { ROOT } from './run.mjs';

await bundle({
  input: { bundles: 'packages/core/src/bundles/index.ts' },
  into: 'packages/core/dist-formats',
  sources: ['packages/core/src'],
});
const made = join(ROOT, 'packages/core/dist-formats/bundles.js');
const { bundleSchema } = await import(made);

writeFileSync(
  join(ROOT, 'docs', 'formats', 'bundle.schema.json'),
  `${JSON.stringify(bundleSchema(), null, 2)}\n`,
);

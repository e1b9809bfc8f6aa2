// @ts-check
/** Writes the published formats: `node scripts/formats.mjs`. A test fails when they are out of date. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { bundleSchema } from '../packages/core/dist/bundles/index.js';
import { ROOT } from './run.mjs';

writeFileSync(
  join(ROOT, 'docs', 'formats', 'bundle.schema.json'),
  `${JSON.stringify(bundleSchema(), null, 2)}\n`,
);

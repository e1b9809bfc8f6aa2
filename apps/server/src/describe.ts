import { writeFileSync } from 'node:fs';
import { describeApi } from './api-description.js';

/** Writes the API’s description to the file named as the first argument. A program of its own, since the server never needs it. */
const [, , target = 'openapi.json'] = process.argv;
writeFileSync(target, `${JSON.stringify(await describeApi(), null, 2)}\n`);

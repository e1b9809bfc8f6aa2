import 'reflect-metadata';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readEnvironment } from './configuration/index.js';
import { openDatabase } from './database/index.js';
import { makeLog } from './log/index.js';
import { describeApi, makeApp } from './app.js';

/** Writes the API’s description to the file named as the first argument. */
const [, , target = 'openapi.json'] = process.argv;
const folder = mkdtempSync(join(tmpdir(), 'gully-openapi-'));
const app = await makeApp(readEnvironment({}), await openDatabase(folder), makeLog('silent', false));
writeFileSync(target, `${JSON.stringify(describeApi(app), null, 2)}\n`);
await app.close();
rmSync(folder, { recursive: true });

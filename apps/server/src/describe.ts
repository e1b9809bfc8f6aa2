import 'reflect-metadata';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DocumentBuilder, SwaggerModule, type OpenAPIObject } from '@nestjs/swagger';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { stepSchemas } from '@gully/core/routines';
import { readEnvironment } from './configuration/index.js';
import { openDatabase } from './database/index.js';
import { makeLog } from './log/index.js';
import { makeApp } from './app.js';
import { STORED } from './stored.js';

/** Writes the API’s description to the file named as the first argument. A program of its own, since the server never needs it. */
const [, , target = 'openapi.json'] = process.argv;
const folder = mkdtempSync(join(tmpdir(), 'gully-openapi-'));
const app = await makeApp(readEnvironment({}), await openDatabase(folder, STORED), makeLog('silent', false));
writeFileSync(target, `${JSON.stringify(describeApi(app), null, 2)}\n`);
await app.close();
rmSync(folder, { recursive: true });

/** The API’s description, from which the pages’ client is typed. */
function describeApi(described: NestExpressApplication): OpenAPIObject {
  const description = new DocumentBuilder()
    .setTitle('Gully')
    .setVersion('1')
    .setDescription('What Gully’s own pages use. Errors are application/problem+json.');
  const document = SwaggerModule.createDocument(described, description.build());
  // The shapes of steps come from core's registry, where a kind is added in one place.
  const steps = stepSchemas('#/components/schemas') as NonNullable<OpenAPIObject['components']>['schemas'];
  return {
    ...document,
    components: { ...document.components, schemas: { ...document.components?.schemas, ...steps } },
  };
}

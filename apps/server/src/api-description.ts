import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DocumentBuilder, SwaggerModule, type OpenAPIObject } from '@nestjs/swagger';
import { stepSchemas } from '@gully/core/routines';
import { readEnvironment } from './configuration/index.js';
import { openDatabase } from './database/index.js';
import { makeLog } from './log/index.js';
import { makeApp } from './app.js';
import { STORED } from './stored.js';

/** The API’s description, from which the pages’ client is typed. It is made of a server of its own, which is never started. */
export async function describeApi(): Promise<OpenAPIObject> {
  const folder = mkdtempSync(join(tmpdir(), 'gully-api-'));
  const app = await makeApp(
    readEnvironment({}),
    await openDatabase(folder, STORED),
    makeLog('silent', false),
  );
  const description = new DocumentBuilder()
    .setTitle('Gully')
    .setVersion('1')
    .setDescription('What Gully’s own pages use. Errors are application/problem+json.');
  const document = SwaggerModule.createDocument(app, description.build());
  await app.close();
  rmSync(folder, { recursive: true });
  // The shapes of steps come from core's registry, where a kind is added in one place.
  const steps = stepSchemas('#/components/schemas') as NonNullable<OpenAPIObject['components']>['schemas'];
  return {
    ...document,
    paths: byName(document.paths),
    components: { ...document.components, schemas: byName({ ...document.components?.schemas, ...steps }) },
  };
}

/** In an order that does not depend on where an area stands in a list. */
function byName<T>(named: Readonly<Record<string, T>>): Record<string, T> {
  return Object.fromEntries(Object.entries(named).sort(([a], [b]) => (a < b ? -1 : 1)));
}

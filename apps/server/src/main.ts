import 'reflect-metadata';
import { ConnectionService } from './chat/index.js';
import { EnvironmentError, readEnvironment } from './configuration/index.js';
import { DatabaseError, openDatabase } from './database/index.js';
import { makeLog } from './log/index.js';
import { makeApp } from './app.js';

/** Starts the server. Prints `Gully is at ADDRESS` once it answers. */
async function main(): Promise<void> {
  const environment = readEnvironment(process.env);
  const log = makeLog(environment.GULLY_LOG, process.stdout.isTTY);
  const source = await openDatabase(environment.GULLY_DATA_DIR);
  const app = await makeApp(environment, source, log);
  app.enableShutdownHooks(['SIGINT', 'SIGTERM']);
  await app.listen(environment.GULLY_HTTP_PORT, environment.GULLY_HTTP_HOST);
  app.get(ConnectionService).connect();
  const url = new URL(await app.getUrl());
  url.hostname = '127.0.0.1';
  process.stdout.write(`Gully is at ${url.origin}\n`);
}

try {
  await main();
} catch (error) {
  process.stderr.write(`${startError(error)}\n`);
  process.exit(1);
}

function startError(error: unknown): string {
  if (error instanceof EnvironmentError || error instanceof DatabaseError) return error.message;
  const code = error instanceof Error && 'code' in error ? error.code : undefined;
  if (code === 'EADDRINUSE')
    return 'The port is taken by another program. Nothing was started. Set GULLY_HTTP_PORT to a free one.';
  return `Gully could not start: ${error instanceof Error ? error.message : String(error)}`;
}

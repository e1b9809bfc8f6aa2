import 'reflect-metadata';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { ConnectionService } from './chat/index.js';
import { readEnvironment, type Environment } from './configuration/index.js';
import { Database, lockFolder, openDatabase } from './database/index.js';
import { makeLog, type Log } from './log/index.js';
import { makeApp } from './app.js';
import { STORED } from './stored.js';

/** Milliseconds after the start at which a large database is looked through. */
const LOOK_AFTER_MS = 60_000;

export interface Running {
  /** where it answers */
  readonly address: string;
  /** Ends it gently: all is on disk when the promise resolves. */
  stop(): Promise<void>;
}

/**
 * Starts the server, configured by the environment, and answers once it does.
 *
 * @param stopOn signals of the process that end it
 * @throws EnvironmentError, DatabaseError, or what listening met
 */
export async function startServer(
  env: Readonly<Record<string, string | undefined>>,
  stopOn: readonly string[] = [],
): Promise<Running> {
  const environment = readEnvironment(env);
  const log = makeLog(environment.GULLY_LOG, process.stdout.isTTY);
  const unlock = lockFolder(environment.GULLY_DATA_DIR);
  const app = await listening(environment, log, stopOn).catch((error: unknown) => {
    unlock();
    throw error;
  });
  app.get(ConnectionService).connect();
  // By then what comes with a start is over, and the disk is free.
  const looking = setTimeout(() => void lookThrough(app.get(Database), log), LOOK_AFTER_MS).unref();
  const url = new URL(await app.getUrl());
  url.hostname = '127.0.0.1';
  const stop = async (): Promise<void> => {
    clearTimeout(looking);
    await app.close();
    unlock();
  };
  return { address: url.origin, stop };
}

async function listening(
  environment: Environment,
  log: Log,
  stopOn: readonly string[],
): Promise<NestExpressApplication> {
  const source = await openDatabase(environment.GULLY_DATA_DIR, STORED);
  const app = await makeApp(environment, source, log);
  app.enableShutdownHooks([...stopOn]);
  await app.listen(environment.GULLY_HTTP_PORT, environment.GULLY_HTTP_HOST);
  return app;
}

/** A large database is looked through only once everything runs. */
async function lookThrough(database: Database, log: Log): Promise<void> {
  try {
    const damage = await database.lookThrough();
    if (damage !== '') log.error({ damage }, 'the database is damaged');
  } catch (error) {
    // Ended meanwhile, or it took too long.
    log.warn({ error }, 'the database could not be looked through');
  }
}

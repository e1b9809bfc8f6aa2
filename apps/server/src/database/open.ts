import { mkdirSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import SqliteFile from 'better-sqlite3';
import { DataSource, type MigrationInterface } from 'typeorm';
import { DatabaseError, faultInWords, isDamage } from './fault.js';
import { MIGRATIONS } from './migrations/index.js';

/** What the database is called in its data folder. */
export const DATABASE_FILE = 'gully.db';

/** Bytes up to which a file is looked through before it is opened; a larger one is while Gully runs. */
export const LOOKED_THROUGH = 32 * 1024 * 1024;

/** What areas keep: their tables, and the migrations that came with them. */
export interface Stored {
  readonly entities: readonly (new () => object)[];
  /** each after those of before, as told by the time in its name */
  readonly migrations: readonly (new () => MigrationInterface)[];
}

/**
 * Opens the database of a data folder, making or migrating it where needed. A file that
 * is damaged or from a later version is left exactly as it was.
 * @throws DatabaseError
 */
export async function openDatabase(folder: string, areas: Stored): Promise<DataSource> {
  const path = join(folder, DATABASE_FILE);
  try {
    mkdirSync(folder, { recursive: true });
  } catch (error) {
    throw new DatabaseError(faultInWords(folder, error));
  }
  const migrations = [...MIGRATIONS, ...areas.migrations];
  inspect(path, migrations);
  const source = new DataSource({
    type: 'better-sqlite3',
    database: path,
    entities: [...areas.entities],
    migrations,
    migrationsTransactionMode: 'each',
    enableWAL: true,
    prepareDatabase: (file: SqliteFile.Database) => {
      file.pragma('foreign_keys = ON');
      file.pragma('synchronous = FULL');
      file.pragma('busy_timeout = 5000');
    },
  });
  try {
    await source.initialize();
    await source.runMigrations();
    return source;
  } catch (error) {
    if (source.isInitialized) await source.destroy();
    throw new DatabaseError(faultInWords(folder, error));
  }
}

/** Looks at an existing file read-only before anything may change it. */
function inspect(path: string, migrations: Stored['migrations']): void {
  const size = statSync(path, { throwIfNoEntry: false })?.size ?? 0;
  if (size === 0) return;
  let file: SqliteFile.Database | undefined;
  try {
    file = new SqliteFile(path, { readonly: true });
    const verdict = size > LOOKED_THROUGH ? 'ok' : file.pragma('quick_check(1)', { simple: true });
    if (verdict !== 'ok') throw new DatabaseError(damaged(path, String(verdict).replace(/\s+/gu, ' ')));
    refuseLaterVersion(file, path, migrations);
  } catch (error) {
    if (error instanceof DatabaseError) throw error;
    throw new DatabaseError(
      isDamage(error) ? damaged(path, messageOf(error)) : faultInWords(dirname(path), error),
    );
  } finally {
    file?.close();
  }
}

function refuseLaterVersion(file: SqliteFile.Database, path: string, migrations: Stored['migrations']): void {
  const kept = file.prepare(`SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = 'migrations'`).get();
  if (kept === undefined)
    throw new DatabaseError(
      `${path} is a database, but not one of Gully’s. Nothing in it was changed. Choose another GULLY_DATA_DIR.`,
    );
  const known = new Set(migrations.map((migration) => migration.name));
  const rows = file.prepare('SELECT name FROM migrations').all() as { name: string }[];
  const later = rows.find((row) => !known.has(row.name));
  if (later === undefined) return;
  throw new DatabaseError(
    `${path} was written by a later version of Gully (it holds “${later.name}”). Nothing in it was changed. ` +
      `Start that version, or choose another GULLY_DATA_DIR.`,
  );
}

function damaged(path: string, detail: string): string {
  return (
    `${path} is damaged (${detail}). Nothing in it was changed. ` +
    `Move the file away and start again for an empty one, or put a copy you have in its place.`
  );
}

function messageOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}

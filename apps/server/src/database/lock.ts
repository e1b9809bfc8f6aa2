import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import SqliteFile from 'better-sqlite3';
import { DatabaseError, faultInWords } from './fault.js';

/**
 * Takes a data folder for this process, so that no two servers write into it. The lock is the
 * system's own, on a file of its own: a process that dies, however it does, has let go of it.
 *
 * @returns lets go of it
 * @throws DatabaseError when another has it, or the folder takes nothing
 */
export function lockFolder(folder: string): () => void {
  let file: SqliteFile.Database | undefined;
  try {
    mkdirSync(folder, { recursive: true });
    file = new SqliteFile(join(folder, 'gully.lock'), { timeout: 0 });
    // Nothing is ever written; a journal would only stand about.
    file.pragma('journal_mode = MEMORY');
    file.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    file?.close();
    if (error instanceof SqliteFile.SqliteError && error.code.startsWith('SQLITE_BUSY'))
      throw new DatabaseError(
        `Another Gully is running on the data folder ${folder}. Nothing was started. ` +
          `Open the address it printed, stop it, or choose another GULLY_DATA_DIR.`,
      );
    throw new DatabaseError(faultInWords(folder, error));
  }
  const held = file;
  return () => {
    held.close();
  };
}

import { parentPort, workerData } from 'node:worker_threads';
import SqliteFile from 'better-sqlite3';

/** The thread of `LongReads`: takes one statement at a time, reads, and answers with its rows. */

export interface ReadOrder {
  readonly id: number;
  readonly sql: string;
  readonly parameters: readonly unknown[];
}
export type ReadAnswer =
  | { readonly id: number; readonly rows: readonly object[] }
  | { readonly id: number; readonly fault: string; readonly code: string };

const { path } = workerData as { path: string };
const file = new SqliteFile(path, { readonly: true });
file.pragma('busy_timeout = 5000');

parentPort?.on('message', (order: ReadOrder) => {
  parentPort?.postMessage(answer(order));
});

function answer({ id, sql, parameters }: ReadOrder): ReadAnswer {
  try {
    const rows: object[] = [];
    // A loop of our own: a thread that is told to end does so where a loop starts over.
    for (const row of file.prepare<unknown[], object>(sql).iterate(...parameters)) rows.push(row);
    return { id, rows };
  } catch (error) {
    const { message, code } = error as { message: string; code?: unknown };
    return { id, fault: message, code: typeof code === 'string' ? code : '' };
  }
}

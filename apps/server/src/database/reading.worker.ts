import { parentPort, workerData } from 'node:worker_threads';
import SqliteFile from 'better-sqlite3';

/** The thread of `LongReads`: takes one statement at a time, reads, and answers with its rows. */

export interface ReadOrder {
  readonly id: number;
  readonly sql: string;
  readonly parameters: readonly unknown[];
}
/** Asks for the next rows of the statement that was read. */
export interface MoreOrder {
  readonly more: number;
}
export type ReadAnswer =
  | { readonly id: number; readonly rows: readonly object[]; readonly last: boolean }
  | { readonly id: number; readonly fault: string; readonly code: string };

const { path } = workerData as { path: string };
const file = new SqliteFile(path, { readonly: true });
file.pragma('busy_timeout = 5000');

/** Rows that are handed over in one go, so that the main thread can do other things in between. */
const PIECE = 1_000;
/** What was read and is not handed over yet. */
let left: object[] = [];

parentPort?.on('message', (order: ReadOrder | MoreOrder) => {
  parentPort?.postMessage('more' in order ? pieceOf(order.more) : answer(order));
});

function pieceOf(id: number): ReadAnswer {
  const rows = left.slice(0, PIECE);
  left = left.slice(PIECE);
  return { id, rows, last: left.length === 0 };
}

function answer({ id, sql, parameters }: ReadOrder): ReadAnswer {
  try {
    const rows: object[] = [];
    // A loop of our own: a thread that is told to end does so where a loop starts over.
    for (const row of file.prepare<unknown[], object>(sql).iterate(...parameters)) rows.push(row);
    left = rows;
    return pieceOf(id);
  } catch (error) {
    const { message, code } = error as { message: string; code?: unknown };
    return { id, fault: message, code: typeof code === 'string' ? code : '' };
  }
}

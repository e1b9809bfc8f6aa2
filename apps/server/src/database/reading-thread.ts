import { Worker } from 'node:worker_threads';
import type { MoreOrder, ReadAnswer, ReadOrder } from './reading.worker.js';

/** A read nobody waits for any more may end by itself for so long; most are nearly done. */
const GRACE_MS = 250;

/** A read that was given up; the message is for a person. */
export class ReadGivenUp extends Error {}

export const NOBODY_WAITS = 'nobody waits for this any more';

export interface Read {
  readonly sql: string;
  readonly parameters: readonly unknown[];
  /** milliseconds it may take */
  readonly limitMs: number;
  readonly signal: AbortSignal | undefined;
  readonly resolve: (rows: readonly object[]) => void;
  readonly reject: (reason: Error) => void;
}

interface UnderWay {
  readonly id: number;
  readonly read: Read;
  /** stops all watching over it */
  readonly over: () => void;
}

/**
 * A thread with a read-only connection, reading one statement at a time. One that is told to
 * end ends when SQLite is through with the step it is in.
 */
export class ReadingThread {
  private readonly worker: Worker;
  private current: UnderWay | undefined;
  private ending = false;
  private lastId = 0;
  /** what has come of the read under way */
  private rows: object[] = [];

  /** @param onChange called when it is free again, and when it has ended */
  constructor(
    path: string,
    private readonly onChange: (thread: ReadingThread, ended: boolean) => void,
  ) {
    this.worker = new Worker(new URL('./reading.worker.js', import.meta.url), { workerData: { path } });
    this.worker.on('message', (answer: ReadAnswer) => {
      this.take(answer);
    });
    this.worker.once('error', (error) => {
      this.finish((read) => {
        read.reject(error);
      });
    });
    this.worker.once('exit', () => {
      this.onChange(this, true);
    });
    // Only while it reads does the process stay for it.
    this.worker.unref();
  }

  get free(): boolean {
    return this.current === undefined && !this.ending;
  }

  give(read: Read): void {
    const id = ++this.lastId;
    const { signal, limitMs, sql, parameters } = read;
    const late = setTimeout(
      () => void this.end(`it took longer than ${String(limitMs / 1000)} seconds`),
      limitMs,
    );
    let gone: NodeJS.Timeout | undefined;
    const onAbort = (): void => {
      read.reject(new ReadGivenUp(NOBODY_WAITS));
      gone = setTimeout(() => void this.end(NOBODY_WAITS), GRACE_MS);
    };
    signal?.addEventListener('abort', onAbort, { once: true });
    const over = (): void => {
      clearTimeout(late);
      clearTimeout(gone);
      signal?.removeEventListener('abort', onAbort);
    };
    this.current = { id, read, over };
    this.rows = [];
    this.worker.ref();
    this.worker.postMessage({ id, sql, parameters } satisfies ReadOrder);
  }

  /** Gives up what it reads, and ends. */
  async end(why: string): Promise<void> {
    this.ending = true;
    this.finish((read) => {
      read.reject(new ReadGivenUp(why));
    });
    await this.worker.terminate();
  }

  private take(answer: ReadAnswer): void {
    if (answer.id !== this.current?.id) return;
    if ('rows' in answer) {
      for (const row of answer.rows) this.rows.push(row);
      if (!answer.last) {
        // Other things have their turn before the next of many.
        setImmediate(() => {
          this.worker.postMessage({ more: answer.id } satisfies MoreOrder);
        });
        return;
      }
    }
    const { rows } = this;
    this.rows = [];
    this.finish((read) => {
      if ('rows' in answer) read.resolve(rows);
      else read.reject(Object.assign(new Error(answer.fault), { code: answer.code }));
    });
    this.worker.unref();
    this.onChange(this, false);
  }

  private finish(how: (read: Read) => void): void {
    const { current } = this;
    this.current = undefined;
    current?.over();
    if (current !== undefined) how(current.read);
  }
}

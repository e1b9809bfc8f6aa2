import { AsyncLocalStorage } from 'node:async_hooks';
import { Inject, Injectable } from '@nestjs/common';
import { LOG, type Log } from '../log/index.js';

/** Jobs decided and written together at the most. */
const TOGETHER = 256;

/** Something that is decided, written, and then done. What becomes of it is told to the job itself. */
export interface QueuedJob {
  /** Settles nothing by itself: the worker decides many at once. */
  readonly kind: string;
}

type Waiting = { readonly job: QueuedJob } | { readonly alone: () => Promise<void> };

/**
 * Everything that changes live state, in the order it arrived. Jobs that arrive while the
 * disk is busy are handed to the worker together; what is done alone has the state to
 * itself, so nothing it read can be overtaken before it has written.
 */
@Injectable()
export class JobQueue {
  private readonly waiting: Waiting[] = [];
  private working: Promise<void> | undefined;
  private ended = false;
  private worker: (jobs: readonly QueuedJob[]) => Promise<void> = () => Promise.resolve();
  /** whether the code that asks is itself within work that is done alone */
  private readonly within = new AsyncLocalStorage<{ running: boolean }>();

  constructor(@Inject(LOG) private readonly log: Log) {}

  /** @param worker decides, writes and does jobs; it rejects for none of them */
  workBy(worker: (jobs: readonly QueuedJob[]) => Promise<void>): void {
    this.worker = worker;
  }

  /** Takes a job in its turn. */
  add(job: QueuedJob): void {
    if (this.ended) return;
    this.waiting.push({ job });
    this.start();
  }

  /**
   * Does work in its turn, with nothing decided meanwhile. It resolves once the work has, so a
   * handler that waits for it answers what is on disk. Work asked for within such work is done at once.
   */
  async alone<T>(work: () => Promise<T>): Promise<T> {
    if (this.ended || this.within.getStore()?.running === true) return work();
    return new Promise<T>((resolve, reject) => {
      const scope = { running: true };
      this.waiting.push({
        alone: () =>
          this.within
            .run(scope, async () => work())
            .finally(() => {
              scope.running = false;
              // While it is in use, every promise of the program carries it along, and chat is made of promises.
              this.within.disable();
            })
            .then(resolve, reject),
      });
      this.start();
    });
  }

  /** Resolves when nothing waits any more. */
  async settled(): Promise<void> {
    while (this.working !== undefined) await this.working;
  }

  /** Lets what waits come to its end; what is asked for from here on is not taken. */
  async end(): Promise<void> {
    await this.settled();
    this.ended = true;
  }

  private start(): void {
    this.working ??= this.work();
  }

  private async work(): Promise<void> {
    // What was asked for in this turn of the program is taken together.
    await Promise.resolve();
    for (let next = this.waiting.shift(); next !== undefined; next = this.waiting.shift()) {
      if ('alone' in next) {
        await next.alone();
        continue;
      }
      const jobs = [next.job];
      for (
        let more = this.waiting[0];
        more !== undefined && 'job' in more && jobs.length < TOGETHER;
        more = this.waiting[0]
      ) {
        jobs.push(more.job);
        this.waiting.shift();
      }
      try {
        await this.worker(jobs);
      } catch (error) {
        this.log.error({ error, count: jobs.length }, 'jobs could not be taken');
      }
    }
    // In the same breath as finding nothing more: what is asked for next starts over.
    this.working = undefined;
  }
}

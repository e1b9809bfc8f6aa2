import { setImmediate } from 'node:timers/promises';
import { MOMENT_STEPS } from '@gully/core/text';
import {
  Inject,
  Injectable,
  type BeforeApplicationShutdown,
  type OnModuleDestroy,
  type OnModuleInit,
} from '@nestjs/common';
import { breather, Database, isDiskFault, writeWithPause } from '../database/index.js';
import { ChannelWorld, Keepers } from '../live/index.js';
import { LOG, type Log } from '../log/index.js';
import { JobQueue } from '../jobs/index.js';
import { ViewersService } from '../viewers/index.js';
import type { BroadJob, Decided, Job, Turn } from './job.js';

/** Milliseconds until what must not be lost is tried again after a write failed; doubled each time up to the most. */
const AGAIN_MS = 1_000;
const AGAIN_MOST_MS = 30_000;

/**
 * The way of all jobs through the server: what must be known is loaded → decided, each
 * meeting what the one before has changed → written together → done. When they cannot be
 * written together, memory is read from disk again and each is taken by itself, so one that
 * cannot be stored fails alone.
 */
@Injectable()
export class PipelineService implements OnModuleInit, BeforeApplicationShutdown, OnModuleDestroy {
  private readonly again = new Set<NodeJS.Timeout>();

  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly keepers: Keepers,
    private readonly viewers: ViewersService,
    private readonly world: ChannelWorld,
    @Inject(LOG) private readonly log: Log,
  ) {}

  onModuleInit(): void {
    this.queue.workBy((jobs) => this.take(jobs as unknown as readonly Turn[]));
    this.viewers.subscribe(() => this.keepers.reloadOfViewers());
  }

  onModuleDestroy(): void {
    for (const timer of this.again) clearTimeout(timer);
  }

  /** Takes a job in its turn. @returns what came of it, once it is on disk; rejects when it could not be written */
  do<Result>(job: Job<Result>): Promise<Result> {
    return new Promise((resolve, reject) => {
      const { kind, actor, seen = [], about = [], texts = [] } = job;
      const turn: Turn = {
        kind,
        actor,
        seen,
        about,
        texts,
        load: async () => job.load?.(),
        decide: (idOf) => {
          const decided = job.decide(idOf);
          return {
            ...decided,
            done: () => {
              resolve(decided.done());
            },
          };
        },
        failed: reject,
      };
      this.queue.add(turn);
    });
  }

  /**
   * Takes a job that concerns thousands at once, in its turn: nothing else is decided meanwhile, but the
   * program does other things between its pieces.
   *
   * @returns what came of it, once it is on disk; rejects when it could not be written
   */
  broadly<Result>(job: BroadJob<Result>): Promise<Result> {
    return this.queue.alone(async () => {
      const { task } = job;
      // It may have been cancelled while it waited for its turn.
      task.check();
      const { changes, write, along, done } = await job.decide();
      const stored = this.keepers.stored(changes);
      if (stored.length > 0 || write !== undefined) {
        try {
          await this.database.write((manager) =>
            writeWithPause(manager, task.step, async () => {
              await this.keepers.write(manager, stored);
              await write?.(manager);
              await along?.(manager);
              task.check();
            }),
          );
        } catch (error) {
          // What keepers learned while they wrote is not on disk.
          await this.restore();
          throw error;
        }
        await this.keepers.appliedBroadly(changes);
        this.keepers.written(changes);
      }
      return done();
    });
  }

  /** Takes a job nobody would ask for again: it is tried until it could be written. */
  surely(job: Job, failures = 0): void {
    this.do(job).catch(() => {
      const timer = setTimeout(
        () => {
          this.again.delete(timer);
          this.surely(job, failures + 1);
        },
        Math.min(AGAIN_MS * 2 ** failures, AGAIN_MOST_MS),
      ).unref();
      this.again.add(timer);
    });
  }

  async beforeApplicationShutdown(): Promise<void> {
    // What a run asks from here on is answered after the next start.
    await this.queue.end();
  }

  private async take(turns: readonly Turn[]): Promise<void> {
    for (let left = turns; left.length > 0;) {
      const { taken, failure } = await this.together(left, true);
      if (failure !== undefined) await this.oneByOne(left.slice(0, taken), failure);
      left = left.slice(taken);
      // Others than chat are served too, however much its texts ask for.
      if (left.length > 0) await setImmediate();
    }
  }

  private async oneByOne(turns: readonly Turn[], together: Error): Promise<void> {
    const [only] = turns;
    if (turns.length === 1) {
      only?.failed(together);
      return;
    }
    // A disk that takes nothing is not asked again for each.
    let writable = !isDiskFault(together);
    for (const turn of turns) {
      const { failure } = await this.together([turn], writable);
      if (failure === undefined) continue;
      writable &&= !isDiskFault(failure);
      turn.failed(failure);
    }
  }

  /**
   * Decides, writes and does as many as one moment has room for, in their order.
   *
   * @returns how many, and why they could not be written; memory is as on disk then
   */
  private async together(
    turns: readonly Turn[],
    writable: boolean,
  ): Promise<{ readonly taken: number; readonly failure?: Error }> {
    const decided: Decided<void>[] = [];
    // A payout to thousands takes long in each of these.
    const pause = breather();
    try {
      const { viewers, fresh } = await this.viewers.identify(turns.flatMap(({ seen }) => seen));
      await pause();
      await this.world.prepare({
        texts: turns.flatMap(({ texts }) => texts),
        viewers: [...[...viewers.values()].map(({ id }) => id), ...turns.flatMap(({ about }) => about)],
      });
      await pause();
      for (const turn of turns) await turn.load();
      await pause();
      const idOf = (key: string): string => viewers.get(key)?.id ?? '';
      this.world.work.steps = 0;
      for (const turn of turns) {
        if (this.world.work.steps > MOMENT_STEPS) break;
        const one = turn.decide(idOf);
        decided.push(one);
        this.keepers.apply(one.changes);
      }
      await pause();
      const changes = decided.flatMap((one) => one.changes);
      const stored = this.keepers.stored(changes);
      if (stored.length > 0 || fresh.length > 0 || decided.some(({ write }) => write !== undefined)) {
        if (!writable) throw new Error('the disk takes nothing');
        await this.database.write(async (manager) => {
          await this.viewers.insert(manager, fresh);
          await this.keepers.write(manager, stored);
          for (const { write, along } of decided) {
            await write?.(manager);
            await along?.(manager);
          }
        });
      }
      for (const row of fresh) this.viewers.remember(row);
      this.keepers.written(changes);
    } catch (error) {
      // What was begun to be decided fails with the rest; nothing of it was done.
      const taken = Math.max(decided.length, 1);
      this.log.error({ error, count: taken }, 'what was decided could not be written; nothing of it is done');
      await this.restore();
      return { taken, failure: error instanceof Error ? error : new Error(String(error)) };
    }
    for (const { done } of decided) this.doing(done);
    return { taken: decided.length };
  }

  /** Has memory as on disk again. */
  private async restore(): Promise<void> {
    try {
      await this.keepers.reload();
    } catch (error) {
      this.log.error({ error }, 'what is stored could not be read again; memory may be ahead of it');
    }
  }

  /** What is on disk is done one after the other; that one could not be is no reason to leave out the next. */
  private doing(done: () => void): void {
    try {
      done();
    } catch (error) {
      this.log.error({ error }, 'what was decided and stored could not be done');
    }
  }
}

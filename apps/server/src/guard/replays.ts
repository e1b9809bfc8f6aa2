import { Worker } from 'node:worker_threads';
import { Inject, Injectable, type OnModuleDestroy } from '@nestjs/common';
import type { GuardSettings, Replayed } from '@gully/core/guard';
import { CurrencySettingsService } from '../currency/index.js';
import { Database, newId } from '../database/index.js';
import { LOG, type Log } from '../log/index.js';
import { Problem } from '../problem/index.js';
import type { ReplayNews, ReplayOrder, ReplaySource } from './replay.worker.js';

export interface RunningReplay {
  readonly id: string;
  state: 'running' | 'done' | 'failed' | 'cancelled';
  done: number;
  total: number;
  /** lines of a file that nothing could be made of */
  skipped: number;
  result: Replayed | undefined;
}

/** Replays whose results are kept, for whoever asks for them a moment later. */
const KEPT = 5;

/** Runs settings over recorded chat, each replay in a thread of its own, one at a time for a person. */
@Injectable()
export class Replays implements OnModuleDestroy {
  private readonly replays = new Map<string, RunningReplay>();
  private readonly workers = new Map<string, Worker>();

  constructor(
    private readonly database: Database,
    private readonly currency: CurrencySettingsService,
    @Inject(LOG) private readonly log: Log,
  ) {}

  async onModuleDestroy(): Promise<void> {
    await Promise.all([...this.workers.keys()].map((id) => this.cancel(id)));
  }

  /** Begins one; another that is under way is cancelled. Settings have all that is blocked in them. */
  async begin(source: ReplaySource, now: GuardSettings, would: GuardSettings): Promise<RunningReplay> {
    for (const id of this.workers.keys()) await this.cancel(id);
    const replay: RunningReplay = {
      id: newId(),
      state: 'running',
      done: 0,
      total: 0,
      skipped: 0,
      result: undefined,
    };
    this.replays.set(replay.id, replay);
    for (const id of [...this.replays.keys()].slice(0, -KEPT)) this.replays.delete(id);
    const { worker, ended } = await this.start(source, now, [would], (news) => {
      if (news.kind === 'progress') Object.assign(replay, { done: news.done, total: news.total });
      else {
        const [result] = news.results;
        Object.assign(replay, { state: 'done', done: replay.total, result, skipped: news.skipped });
      }
    });
    this.workers.set(replay.id, worker);
    ended
      .catch((error: unknown) => {
        this.log.error({ error }, 'a replay failed');
      })
      .finally(() => {
        this.workers.delete(replay.id);
        if (replay.state === 'running') replay.state = 'failed';
      });
    return replay;
  }

  /** Compares several settings with those in force, over the last lines. */
  async compare(
    lines: number,
    now: GuardSettings,
    would: readonly GuardSettings[],
  ): Promise<readonly Replayed[]> {
    let results: readonly Replayed[] = [];
    const { ended } = await this.start({ kind: 'last', lines }, now, would, (news) => {
      if (news.kind === 'result') results = news.results;
    });
    await ended;
    return results;
  }

  find(id: string): RunningReplay {
    const replay = this.replays.get(id);
    if (replay === undefined)
      throw new Problem(404, 'This replay is gone', 'Its result is not kept any more. Run it again.');
    return replay;
  }

  async cancel(id: string): Promise<void> {
    const replay = this.replays.get(id);
    if (replay?.state === 'running') replay.state = 'cancelled';
    await this.workers.get(id)?.terminate();
  }

  /** Starts a thread. It ends by itself, with its last news or a fault. */
  private async start(
    source: ReplaySource,
    now: GuardSettings,
    would: readonly GuardSettings[],
    hear: (news: ReplayNews) => void,
  ): Promise<{ readonly worker: Worker; readonly ended: Promise<void> }> {
    await this.database.flushed();
    const ranks = this.currency.currency.value.enabled ? this.currency.ranks.value : null;
    const order: ReplayOrder = { path: this.database.path, source, now, would, ranks };
    const worker = new Worker(new URL('./replay.worker.js', import.meta.url), { workerData: order });
    worker.on('message', hear);
    const ended = new Promise<void>((resolve, reject) => {
      worker.once('error', reject);
      worker.once('exit', () => {
        resolve();
      });
    });
    return { worker, ended };
  }
}

import { setImmediate } from 'node:timers/promises';
import { MOMENT_STEPS } from '@gully/core/text';
import { Inject, Injectable, type BeforeApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import { ActivityService } from '../activity/index.js';
import { ChatLog, ConnectionService, type Heard } from '../chat/index.js';
import { Environment } from '../configuration/index.js';
import { Database, isDiskFault } from '../database/index.js';
import { Keepers } from '../keepers/index.js';
import { LOG, type Log } from '../log/index.js';
import { JobQueue } from '../queue/index.js';
import { RunLog } from '../runs/index.js';
import { ViewersService } from '../viewers/index.js';
import { Happenings } from './happenings.js';
import { MessageTurn, type MessageParts } from './message-turn.js';
import { Performer } from './performer.js';
import { Timing } from './timing.js';
import type { Decided, Turn } from './turn.js';
import { ChannelWorld } from './world.js';

/**
 * The way of all jobs through the server: what must be known is loaded → decided, each
 * meeting what the one before has changed → written together → done. When they cannot be
 * written together, memory is read from disk again and each is taken by itself, so one that
 * cannot be stored fails alone.
 */
@Injectable()
export class PipelineService implements OnModuleInit, BeforeApplicationShutdown {
  private readonly parts: MessageParts;

  constructor(
    private readonly environment: Environment,
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly keepers: Keepers,
    private readonly connection: ConnectionService,
    chatLog: ChatLog,
    private readonly viewers: ViewersService,
    private readonly world: ChannelWorld,
    private readonly activity: ActivityService,
    performer: Performer,
    runLog: RunLog,
    private readonly happenings: Happenings,
    timing: Timing,
    @Inject(LOG) private readonly log: Log,
  ) {
    this.parts = { connection, chatLog, viewers, world, activity, performer, runLog, timing };
  }

  onModuleInit(): void {
    this.queue.workBy((jobs) => this.take(jobs as unknown as readonly Turn[]));
    this.viewers.follow(() => this.keepers.reloadOfViewers());
    this.connection.listen({
      heard: (line) => {
        this.receive(line);
      },
      opened: () => {
        this.activity.tell('connection', this.environment.GULLY_IRC_CHANNEL, 'joined the chat room');
      },
      closed: () => {
        this.activity.tell('connection', this.environment.GULLY_IRC_CHANNEL, 'lost the chat room');
      },
    });
    this.happenings.begin();
  }

  receive(heard: Heard): void {
    this.queue.add(new MessageTurn(heard, this.parts));
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
    const decided: Decided[] = [];
    try {
      const { viewers, fresh } = await this.viewers.identify(turns.flatMap(({ seen }) => seen));
      await this.world.prepare(
        turns.flatMap(({ texts }) => texts),
        [...[...viewers.values()].map(({ id }) => id), ...turns.flatMap(({ about = [] }) => about)],
      );
      for (const turn of turns) await turn.load?.();
      const idOf = (key: string): string => viewers.get(key)?.id ?? '';
      this.world.work.steps = 0;
      for (const turn of turns) {
        if (this.world.work.steps > MOMENT_STEPS) break;
        const one = turn.decide(idOf);
        decided.push(one);
        this.keepers.apply(one.changes);
      }
      const changes = decided.flatMap((one) => one.changes);
      if (changes.length > 0 || fresh.length > 0 || decided.some(({ write }) => write !== undefined)) {
        if (!writable) throw new Error('the disk takes nothing');
        await this.database.write(async (manager) => {
          await this.viewers.insert(manager, fresh);
          await this.keepers.write(manager, changes);
          for (const { write } of decided) await write?.(manager);
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

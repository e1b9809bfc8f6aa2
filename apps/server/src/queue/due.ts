import { Inject, Injectable, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import { decideDue, dueAt, inState } from '@gully/core/queue';
import { newId } from '../database/index.js';
import { ChannelWorld, Keepers } from '../live/index.js';
import { LOG, type Log } from '../log/index.js';
import { PipelineService, type Job } from '../pipeline/index.js';
import { Alarm } from '../signals/index.js';
import { QueuesService } from './queues.service.js';
import { QueuesStore } from './queues.store.js';

/** After something could not be decided. */
const AGAIN_MS = 5_000;

/** Looks after what comes due in queues by itself: calls that run out, reminders, closing by the clock. */
@Injectable()
export class QueueClock implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly alarm = new Alarm(() => {
    this.pipeline.surely(this.job(Date.now()));
  });

  constructor(
    private readonly store: QueuesStore,
    private readonly pipeline: PipelineService,
    private readonly world: ChannelWorld,
    @Inject(LOG) private readonly log: Log,
    queues: QueuesService,
    keepers: Keepers,
  ) {
    keepers.follow('queue', () => {
      this.wind();
    });
    queues.subscribe(() => {
      this.wind();
    });
  }

  onApplicationBootstrap(): void {
    this.wind();
  }

  onModuleDestroy(): void {
    this.alarm.stop();
  }

  private wind(least = 0): void {
    const { timeZone } = this.world.now();
    this.alarm.set(Math.min(...this.store.all().map((queue) => dueAt(queue, timeZone) ?? Infinity)), least);
  }

  /** Does what has come due. @param now UTC milliseconds */
  look(now: number): Promise<void> {
    return this.pipeline.do(this.job(now));
  }

  private job(at: number): Job {
    const called = this.store.all().flatMap((queue) => inState(queue, 'called'));
    return {
      kind: 'queue',
      actor: 'gully',
      about: called.map(({ viewer }) => viewer),
      decide: () => {
        const world = this.world.now();
        let failed = false;
        const changes = this.store.all().flatMap((queue) => {
          const decision = decideDue(world, queue, { by: 'gully', at, mark: newId(at) });
          if ('changes' in decision) return decision.changes;
          failed = true;
          const { name } = queue.body;
          this.log.error({ name, fault: decision.fault }, 'what came due in a queue could not be done');
          return [];
        });
        return {
          changes,
          done: () => {
            this.wind(failed ? AGAIN_MS : 0);
          },
        };
      },
    };
  }
}

import { Inject, Injectable } from '@nestjs/common';
import type { QueueChange, QueueEntry } from '@gully/core/queue';
import { quietAt } from '@gully/core/quiet';
import { LATE_MS, type ChannelEvent } from '@gully/core/routines';
import { strangerFacts, type ViewerFacts } from '@gully/core/viewers';
import { newId } from '../database/index.js';
import { ChannelEvents } from '../events/index.js';
import { ChannelWorld, Keepers, Performers } from '../live/index.js';
import { LOG, type Log } from '../log/index.js';
import { PipelineService } from '../pipeline/index.js';
import { RunLog } from '../runs/index.js';
import { ViewersService } from '../viewers/index.js';
import { beginMessage, tellingsOf, type Telling } from './messages.js';
import { QueuesService } from './queues.service.js';

/**
 * Tells chat and routines what happened in a queue, no matter who made it happen: a command, the clock or
 * the control room. It is told of once what happened is on disk.
 */
@Injectable()
export class Announcing {
  constructor(
    private readonly queues: QueuesService,
    private readonly viewers: ViewersService,
    private readonly events: ChannelEvents,
    private readonly pipeline: PipelineService,
    private readonly world: ChannelWorld,
    private readonly performers: Performers,
    private readonly runLog: RunLog,
    @Inject(LOG) private readonly log: Log,
    keepers: Keepers,
  ) {
    keepers.follow('queue', (changes) => {
      for (const change of changes)
        for (const telling of tellingsOf(change)) {
          this.say(change, telling);
          if (telling.event !== undefined && telling.entry !== undefined)
            this.happen(telling.event, change, telling.entry);
        }
    });
  }

  private say(change: QueueChange, telling: Telling): void {
    const at = Date.now();
    const { entry } = telling;
    this.pipeline.surely({
      kind: 'queue',
      actor: 'gully',
      about: entry === undefined ? [] : [entry.viewer],
      decide: () => {
        const world = this.world.now();
        const viewer = entry === undefined ? undefined : this.viewers.facts(entry.viewer);
        const isQuiet = quietAt(world.quiet, at) === 'all';
        const begun = isQuiet ? undefined : beginMessage(world, change, telling, viewer, at);
        if (begun === undefined) return { changes: [], done: () => undefined };
        const because = `of the queue ${begun.title}`;
        return {
          changes: begun.changes,
          done: () => {
            this.performers.perform(begun.effects, {
              because,
              ...(entry === undefined ? {} : { viewer: entry.viewer }),
            });
            this.runLog.record(begun);
          },
        };
      },
    });
  }

  private happen(kind: NonNullable<Telling['event']>, { queue, at }: QueueChange, entry: QueueEntry): void {
    const viewer: ViewerFacts =
      this.viewers.facts(entry.viewer) ?? strangerFacts(entry.viewer, entry.name, [], at);
    const message = this.queues.find(queue)?.name ?? '';
    const ago = at - (entry.until ?? entry.endedAt ?? at);
    const facts = { count: 0, amount: '', message, recipient: '', ...(ago >= LATE_MS ? { late: ago } : {}) };
    const event: ChannelEvent = {
      ...facts,
      id: newId(),
      kind,
      viewer,
      roles: viewer.roles,
      at,
      queue: { id: queue, whileOff: false },
    };
    this.events.happened(event, [], null).catch((error: unknown) => {
      this.log.error({ error, kind }, 'what happened in a queue could not be told to routines');
    });
  }
}

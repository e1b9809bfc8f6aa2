import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { beginBy, decideEvent, EVENT_NAMES, type ChannelEvent, type Happening } from '@gully/core/routines';
import { quietAt } from '@gully/core/quiet';
import { strangerFacts } from '@gully/core/viewers';
import { ConnectionSettings } from '../connection/index.js';
import { Database, newId } from '../database/index.js';
import { ChannelWorld, Performers, SELF } from '../live/index.js';
import { PipelineService, type Decided, type Job } from '../pipeline/index.js';
import { NamedRoutinesStore } from '../routines/index.js';
import { RunLog, type Told } from '../runs/index.js';
import { StreamService } from '../stream/index.js';
import { ViewersService } from '../viewers/index.js';
import { OutsideEvents, wholeEvent, type OutsideEvent, type Receipt } from './outside-events.js';

/** What happens on the channel beside chat: routines that wait for it are begun. */
@Injectable()
export class ChannelEvents implements OnModuleInit {
  private readonly outsideEvents: OutsideEvents;

  constructor(
    private readonly connectionSettings: ConnectionSettings,
    database: Database,
    private readonly pipeline: PipelineService,
    private readonly viewers: ViewersService,
    private readonly stream: StreamService,
    private readonly world: ChannelWorld,
    private readonly named: NamedRoutinesStore,
    private readonly runLog: RunLog,
    private readonly performers: Performers,
  ) {
    this.outsideEvents = new OutsideEvents(database);
  }

  onModuleInit(): void {
    this.stream.subscribe(({ to, fresh }) => {
      if (fresh) this.pipeline.surely(this.own(to, 'gully'));
    });
  }

  /** Takes an event from outside, once however often it comes, and marked as taken with what it changes. */
  take(given: OutsideEvent): Promise<Receipt> {
    const { outsideEvents: known } = this;
    return this.pipeline.do<Receipt>({
      kind: 'outside',
      actor: `event:${given.source}`,
      seen: given.who === undefined ? [] : [given.who],
      load: () => known.recall(given),
      decide: (idOf) => {
        const stored = (): void => {
          known.stored(given);
        };
        if (!known.take(given)) return { changes: [], done: () => (stored(), 'known') };
        const viewer = given.who === undefined ? undefined : this.viewers.facts(idOf(given.who.key));
        const event = wholeEvent(given, viewer);
        const { changes, done } = given.starts ? this.decide(event) : { changes: [], done: () => undefined };
        return {
          changes,
          write: async (manager) => {
            await known.write(manager, given);
            if (given.who !== undefined) await this.viewers.stand(manager, idOf(given.who.key), given.who);
          },
          done: () => {
            done();
            stored();
            given.tell(event);
            return 'taken';
          },
        };
      },
    });
  }

  /** Starts one routine, as its button does. @returns once that is on disk */
  begin(routine: string, actor: Actor): Promise<void> {
    return this.pipeline.do(this.own('hand', actor, routine));
  }

  /** Something the channel itself does; who does it is the bot. */
  private own(kind: ChannelEvent['kind'], actor: Actor, only?: string): Job {
    const at = Date.now();
    const viewer = strangerFacts(SELF, this.connectionSettings.channelName, ['streamer'], at);
    const facts = { count: 0, amount: '', message: '', recipient: '' };
    const event: ChannelEvent = { ...facts, id: newId(at), kind, at, viewer, roles: ['streamer'] };
    return { kind: 'event', actor, about: [SELF], decide: () => this.decide(event, only) };
  }

  private decide(event: ChannelEvent, only?: string): Decided<void> {
    const world = this.world.now();
    // Kept quiet altogether, events start nothing; what is started by hand still does.
    const isQuiet = quietAt(world.quiet, event.at) === 'all';
    const happened =
      only === undefined && !isQuiet ? decideEvent(event, world.routines.forEvent(event.kind), world) : [];
    const one = only === undefined ? undefined : this.named.preparedOf(only);
    if (one !== undefined) happened.push(beginBy(event, one, world));
    const started = happened.flatMap((each) => ('started' in each ? [each.started] : []));
    const by = event.viewer.id === SELF ? '' : ` by ${event.viewer.name}`;
    return {
      changes: started.flatMap(({ changes }) => changes),
      done: () => {
        const effects = started.flatMap((each) => each.effects);
        this.performers.perform(effects, {
          because: `of ${EVENT_NAMES[event.kind]}${by}`,
          viewer: event.viewer.id,
        });
        for (const each of happened) this.runLog.record(toldOf(each, event));
      },
    };
  }
}

function toldOf(each: Happening, event: ChannelEvent): Told {
  if ('started' in each) return each.started;
  const { prepared, checks } = each.refused;
  const stop = checks.find(({ outcome }) => outcome === 'stopped');
  return {
    id: `${event.id}:${prepared.id}`,
    owner: prepared.id,
    title: prepared.title,
    occasion: { by: EVENT_NAMES[event.kind], at: event.at, viewer: event.viewer },
    checks,
    ended: { how: 'refused', words: stop === undefined ? '' : `${stop.rule}: ${stop.measure}` },
  };
}

import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { decideEventPay, type PostedChange } from '@gully/core/currency';
import { type Change, eventNoun, type World } from '@gully/core/channel';
import { beginBy, decideEvent, type ChannelEvent, type Happening } from '@gully/core/routines';
import { quietAt } from '@gully/core/quiet';
import { strangerFacts } from '@gully/core/viewers';
import { newId } from '../database/index.js';
import { SELF } from '../live/index.js';
import { LiveChannel, type Decided, type Job } from '../pipeline/index.js';
import { NamedRoutinesStore } from '../routines/index.js';
import { AfterDeciding } from '../runs/index.js';
import { StreamService } from '../stream/index.js';
import { ViewersService } from '../viewers/index.js';
import { EventTelling, toldOf, whyTold, type HowEvent } from './telling.js';
import { OutsideEvents, wholeEvent, type OutsideEvent, type Receipt } from './outside-events.js';

/** What happens on the channel beside chat: routines that wait for it are begun. */
@Injectable()
export class ChannelEvents implements OnModuleInit {
  private readonly takers: Taker[] = [];

  constructor(
    private readonly live: LiveChannel,
    private readonly known: OutsideEvents,
    private readonly viewers: ViewersService,
    private readonly stream: StreamService,
    private readonly named: NamedRoutinesStore,
    private readonly after: AfterDeciding,
    private readonly telling: EventTelling,
  ) {}

  onModuleInit(): void {
    this.stream.subscribe(({ to, fresh }) => {
      if (fresh) this.live.pipeline.surely(this.own(to, 'gully'));
    });
  }

  /** Decides what else real events change, in the same write as what they start. */
  also(taker: Taker): void {
    this.takers.push(taker);
  }

  /** Takes an event from outside, once however often it comes, and marked as taken with what it changes. */
  take(given: OutsideEvent): Promise<Receipt> {
    const { known } = this;
    return this.live.pipeline.do<Receipt>({
      kind: 'outside',
      actor: `event:${given.source}`,
      seen: given.who === undefined ? [] : [given.who],
      // Any word of it may be someone’s name.
      texts: [given.event.message.replace(/(?<=^|\s)(?=[^\s@])/gu, '@')],
      load: () => known.recall(given),
      decide: (idOf) => {
        const stored = (): void => {
          known.stored(given);
        };
        if (!known.take(given)) return { changes: [], done: () => (stored(), 'known') };
        const viewer = given.who === undefined ? undefined : this.viewers.facts(idOf(given.who.key));
        const event = wholeEvent(given, viewer);
        const { changes, done } = this.decide(event, { ...given, by: `event:${given.source}` });
        return {
          changes,
          write: async (manager) => {
            await known.write(manager, given);
            if (given.who !== undefined) await this.viewers.stand(manager, idOf(given.who.key), given.who);
          },
          done: () => {
            done();
            stored();
            return 'taken';
          },
        };
      },
    });
  }

  /** Starts one routine, as its button does. @returns once that is on disk */
  begin(routine: string, actor: Actor): Promise<void> {
    return this.live.pipeline.do(this.own('hand', actor, routine));
  }

  /**
   * Something that happened to a viewer within Gully.
   *
   * @param changes written with what it starts
   * @param also a routine that is begun whatever it waits for, by id
   */
  happened(event: ChannelEvent, changes: readonly Change[], also: string | null): Promise<void> {
    return this.live.pipeline.do({
      kind: 'event',
      actor: 'gully',
      about: [event.viewer.id],
      decide: () => {
        const decided = this.decide(event, { starts: true, byHand: false, also });
        return { ...decided, changes: [...changes, ...decided.changes] };
      },
    });
  }

  /** Something the channel itself does; who does it is the bot. */
  private own(kind: ChannelEvent['kind'], actor: Actor, only?: string): Job {
    const at = Date.now();
    const viewer = strangerFacts(SELF, this.live.world.now().channelName, ['streamer'], at);
    const facts = { count: 0, amount: '', message: '', recipient: '' };
    const event: ChannelEvent = { ...facts, id: newId(at), kind, at, viewer, roles: ['streamer'] };
    return {
      kind: 'event',
      actor,
      about: [SELF],
      decide: () => this.decide(event, { starts: true, byHand: kind === 'hand', only, actor }),
    };
  }

  private decide(event: ChannelEvent, how: HowEvent): Decided<void> {
    const began = performance.now();
    const world = this.live.world.now();
    // Kept quiet altogether, events start nothing; what is started by hand still does.
    const isQuiet = how.only === undefined && quietAt(world.quiet, event.at) === 'all';
    const one = how.only === undefined ? undefined : this.named.preparedOf(how.only);
    const happened =
      one !== undefined
        ? [beginBy(event, one, world)]
        : how.starts && !isQuiet
          ? decideEvent(event, world.routines.forEvent(event.kind), world)
          : [];
    const named = how.also === null ? undefined : this.named.preparedOf(how.also ?? '');
    if (named !== undefined && !isQuiet && happened.every((each) => ownerOf(each) !== named.id))
      happened.push(beginBy(event, named, world));
    const started = happened.flatMap((each) => ('started' in each ? [each.started] : []));
    const by = event.viewer.id === SELF ? '' : ` by ${event.viewer.name}`;
    const isReal = how.by !== undefined && how.starts && !how.byHand && !isQuiet;
    // What was raised to try things out pays nothing.
    const paid = how.byHand ? undefined : payOf(event, world, how.by);
    return {
      changes: [
        ...(paid === undefined ? [] : [paid]),
        ...(isReal ? this.takers.flatMap((taker) => taker(event, world)) : []),
        ...started.flatMap(({ changes }) => changes),
      ],
      done: () => {
        const told = happened.map((each) => toldOf(each, event));
        this.telling.tell(event, told, { ...how, why: whyTold(event, happened, { ...how, isQuiet }), began });
        this.after.carryOut(
          started.flatMap((each) => each.effects),
          told,
          { because: `of ${eventNoun(event.kind)}${by}`, viewer: event.viewer.id },
        );
      },
    };
  }
}

/** What its viewer is paid for it, if anything. */
function payOf(event: ChannelEvent, { purse }: World, by: Actor = 'gully'): PostedChange | undefined {
  return event.viewer.id === SELF ? undefined : decideEventPay(purse, { ...event, by });
}

/** What an event from outside changes beside what it starts. */
type Taker = (event: ChannelEvent, world: World) => readonly Change[];

function ownerOf(each: Happening): string {
  return 'started' in each ? each.started.owner : each.refused.prepared.id;
}

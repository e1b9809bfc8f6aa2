import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import type { Why } from '@gully/core/chat';
import { decideEventPay, type PostedChange } from '@gully/core/currency';
import { type Change, eventNoun, type World } from '@gully/core/channel';
import {
  beginBy,
  decideEvent,
  eventInWords,
  whyOfEvent,
  type ChannelEvent,
  type Happening,
} from '@gully/core/routines';
import { elapsedInWords } from '@gully/core/text';
import { quietAt } from '@gully/core/quiet';
import { strangerFacts } from '@gully/core/viewers';
import { ActivityService } from '../activity/index.js';
import { ChatLog } from '../chat/index.js';
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
  private readonly takers: Taker[] = [];

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
    private readonly chatLog: ChatLog,
    private readonly activity: ActivityService,
  ) {
    this.outsideEvents = new OutsideEvents(database);
  }

  onModuleInit(): void {
    this.stream.subscribe(({ to, fresh }) => {
      if (fresh) this.pipeline.surely(this.own(to, 'gully'));
    });
  }

  /** Decides what else real events change, in the same write as what they start. */
  also(taker: Taker): void {
    this.takers.push(taker);
  }

  /** Takes an event from outside, once however often it comes, and marked as taken with what it changes. */
  take(given: OutsideEvent): Promise<Receipt> {
    const { outsideEvents: known } = this;
    return this.pipeline.do<Receipt>({
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
    return this.pipeline.do(this.own('hand', actor, routine));
  }

  /**
   * Something that happened to a viewer within Gully.
   *
   * @param changes written with what it starts
   * @param also a routine that is begun whatever it waits for, by id
   */
  happened(event: ChannelEvent, changes: readonly Change[], also: string | null): Promise<void> {
    return this.pipeline.do({
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
    const viewer = strangerFacts(SELF, this.connectionSettings.channelName, ['streamer'], at);
    const facts = { count: 0, amount: '', message: '', recipient: '' };
    const event: ChannelEvent = { ...facts, id: newId(at), kind, at, viewer, roles: ['streamer'] };
    return {
      kind: 'event',
      actor,
      about: [SELF],
      decide: () => this.decide(event, { starts: true, byHand: kind === 'hand', only, actor }),
    };
  }

  private decide(event: ChannelEvent, how: How): Decided<void> {
    const began = performance.now();
    const world = this.world.now();
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
        this.tell(event, told, { ...how, why: whyTold(event, happened, { ...how, isQuiet }), began });
        const effects = started.flatMap((each) => each.effects);
        this.performers.perform(effects, {
          because: `of ${eventNoun(event.kind)}${by}`,
          viewer: event.viewer.id,
        });
        for (const each of told) this.runLog.record(each);
      },
    };
  }

  /** Puts it among the lines of chat, and into the activity with what it started. */
  private tell(
    event: ChannelEvent,
    told: readonly Told[],
    how: How & { readonly why: Why; readonly began: number },
  ): void {
    const { id, at, kind, roles, viewer } = event;
    const isOwn = viewer.id === SELF;
    const text = wordsOf(event, told);
    const runs = told.filter(({ ended }) => ended?.how !== 'refused').map((run) => run.id);
    this.chatLog.recordEvent(
      {
        id,
        at,
        kind,
        roles,
        viewer: isOwn ? undefined : viewer.id,
        name: viewer.name,
        text,
        byHand: how.byHand,
      },
      {
        ...how.why,
        ...(runs.length === 0 ? {} : { runs }),
        tookMs: Math.round((performance.now() - how.began) * 100) / 100,
      },
    );
    const actor = how.actor ?? (isOwn ? 'gully' : (`viewer:${viewer.id}` as const));
    const nothing = how.starts ? '' : ', which started nothing';
    if (kind !== 'hand')
      this.activity.record('event', viewer.name, `${text}${nothing}`, actor, { kind: 'line', id });
    for (const { id: run, title, ended } of told)
      if (ended?.how === 'refused')
        this.activity.record('stopped', title, `did not start: ${ended.words}`, actor, {
          kind: 'run',
          id: run,
        });
      else this.activity.record('ran', title, 'started (a routine)', actor, { kind: 'run', id: run });
  }
}

/** What its viewer is paid for it, if anything. */
function payOf(event: ChannelEvent, { purse }: World, by: Actor = 'gully'): PostedChange | undefined {
  return event.viewer.id === SELF ? undefined : decideEventPay(purse, { ...event, by });
}

/** What an event from outside changes beside what it starts. */
type Taker = (event: ChannelEvent, world: World) => readonly Change[];

/** How an event came, and what it may do. */
interface How {
  /** a routine that is begun beside those that wait for it, by id */
  readonly also?: string | null;
  /** where it came from, for what it pays */
  readonly by?: Actor;
  readonly starts: boolean;
  readonly byHand: boolean;
  /** one routine alone, by id, whatever it waits for */
  readonly only?: string | undefined;
  /** who had it happen, where that is not who it is of */
  readonly actor?: Actor;
}

function ownerOf(each: Happening): string {
  return 'started' in each ? each.started.owner : each.refused.prepared.id;
}

function wordsOf(event: ChannelEvent, told: readonly Told[]): string {
  const { kind, late } = event;
  if (kind === 'hand') return `starts ${told.map(({ title }) => title).join(', ')}`;
  return `${eventInWords({ ...event, kind })}${late === undefined ? '' : `, ${elapsedInWords(late)} ago`}`;
}

function whyTold(
  { kind }: ChannelEvent,
  happened: readonly Happening[],
  { starts, isQuiet }: { readonly starts: boolean; readonly isQuiet: boolean },
): Why {
  const nothing = { outcome: 'nothing', checks: [] } as const;
  if (!starts) return { ...nothing, brief: 'too late', decided: 'It came too late to start anything' };
  if (isQuiet) return { ...nothing, brief: 'quiet', decided: 'Quiet is on: nothing at all is started' };
  return whyOfEvent(happened, kind);
}

function toldOf(each: Happening, event: ChannelEvent): Told {
  if ('started' in each) return each.started;
  const { prepared, checks } = each.refused;
  const stop = checks.find(({ outcome }) => outcome === 'stopped');
  return {
    id: `${event.id}:${prepared.id}`,
    owner: prepared.id,
    title: prepared.title,
    occasion: { by: eventNoun(event.kind), at: event.at, viewer: event.viewer },
    checks,
    ended: { how: 'refused', words: stop === undefined ? '' : `${stop.rule}: ${stop.measure}` },
  };
}

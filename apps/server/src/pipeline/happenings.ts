import { Injectable, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import type { Urgency } from '@gully/core/chat';
import type { Change } from '@gully/core/pipeline';
import {
  beginBy,
  decideEvent,
  EVENT_NAMES,
  resumeRun,
  type ChannelEvent,
  type Happening,
  type RoutineEffect,
  type RunState,
} from '@gully/core/routines';
import { elapsedInWords } from '@gully/core/text';
import { strangerFacts } from '@gully/core/viewers';
import { channelName, Environment } from '../configuration/index.js';
import { Database, newId, type EntityManager } from '../database/index.js';
import { JobQueue, type Job } from '../queue/index.js';
import { NamedRoutinesStore, RoutinesStore } from '../routines/index.js';
import { RunLog, RunsStore, type Told } from '../runs/index.js';
import { StreamService } from '../stream/index.js';
import { OutsideEvents, wholeEvent, type OutsideEvent, type Receipt } from './outside-events.js';
import { Performer } from './performer.js';
import { ViewersService } from '../viewers/index.js';
import { Timing } from './timing.js';
import type { Turn } from './turn.js';
import { SELF, ChannelWorld } from './world.js';

/** What is taken beside messages: something happened, a run goes on, or somebody ends runs. */
export type Happened =
  | {
      readonly kind: 'event';
      readonly event: ChannelEvent;
      /** this routine only, by hand */ readonly only?: string;
    }
  | OutsideEvent
  /** what was remembered for the last stream is forgotten */
  | { readonly kind: 'new-stream' }
  | { readonly kind: 'resume'; readonly run: string; readonly failed?: string | undefined }
  /** timers are looked at, or one fires by hand */
  | { readonly kind: 'timers'; readonly timer?: string | undefined }
  | { readonly kind: 'stop'; readonly runs: readonly { readonly id: string; readonly words: string }[] };

/** Milliseconds after its time at which a run that slept through a stop of Gully is of no use any more. */
const TOO_LATE_MS = 600_000;
/** Milliseconds a timer of the system may ring before its time. */
const EARLY_MS = 50;
/** Milliseconds until what must not be lost is tried again after a write failed; doubled each time up to the most. */
const AGAIN_MS = 1_000;
const AGAIN_MOST_MS = 30_000;

interface Taken {
  readonly changes: readonly Change[];
  readonly effects: readonly RoutineEffect[];
  readonly because: string;
  readonly told: readonly Told[];
  /** how urgent what it says is, where it is no answer */
  readonly urgency?: Urgency;
  readonly receipt?: Receipt;
  readonly write?: (manager: EntityManager) => Promise<void>;
  /** what else is done once it is on disk */
  readonly then?: () => void;
}

/** Events and runs: decided, written and performed as messages are. */
@Injectable()
export class Happenings implements OnApplicationBootstrap, OnModuleDestroy {
  /** how often a job has failed that is tried again */
  private readonly failures = new WeakMap<Happened, number>();
  private readonly again = new Set<NodeJS.Timeout>();
  private readonly outsideEvents: OutsideEvents;

  constructor(
    private readonly environment: Environment,
    database: Database,
    private readonly queue: JobQueue,
    private readonly viewers: ViewersService,
    private readonly stream: StreamService,
    private readonly world: ChannelWorld,
    private readonly routines: RoutinesStore,
    private readonly named: NamedRoutinesStore,
    private readonly runs: RunsStore,
    private readonly runLog: RunLog,
    private readonly performer: Performer,
    private readonly timing: Timing,
  ) {
    this.outsideEvents = new OutsideEvents(database);
  }

  /** Takes a job in its turn. @returns what came of it, once it is on disk */
  do(happened: Happened): Promise<Receipt> {
    return new Promise((resolve, reject) => {
      this.queue.add(this.turnOf(happened, resolve, reject));
    });
  }

  /** Begins to take what the channel itself does, and what its runs and timers ask for. */
  begin(): void {
    this.runs.whenDue(({ id }) => {
      this.surely({ kind: 'resume', run: id });
    });
    this.performer.whenAnswered((run, failed) => {
      this.surely({ kind: 'resume', run, failed });
    });
    this.timing.follow((timer) => {
      const failed = (): void => {
        this.timing.settled([], false);
      };
      const done = this.do({ kind: 'timers', timer });
      done.catch(failed);
      return done;
    });
    this.stream.follow(({ to, fresh }) => {
      if (to === 'live') this.surely({ kind: 'new-stream' });
      if (fresh) this.surely({ kind: 'event', event: this.ownEvent(to) });
    });
  }

  onModuleDestroy(): void {
    for (const timer of this.again) clearTimeout(timer);
  }

  /** Takes what nobody would ask for again: it is tried until it could be written. */
  private surely(happened: Happened): void {
    this.do(happened).catch(() => {
      const failures = this.failures.get(happened) ?? 0;
      this.failures.set(happened, failures + 1);
      const timer = setTimeout(
        () => {
          this.again.delete(timer);
          this.surely(happened);
        },
        Math.min(AGAIN_MS * 2 ** failures, AGAIN_MOST_MS),
      ).unref();
      this.again.add(timer);
    });
  }

  /** Something the channel itself does; who does it is the bot. */
  ownEvent(kind: ChannelEvent['kind']): ChannelEvent {
    const at = Date.now();
    const viewer = strangerFacts(SELF, channelName(this.environment), ['streamer'], at);
    return {
      id: newId(at),
      kind,
      at,
      viewer,
      roles: ['streamer'],
      count: 0,
      amount: '',
      message: '',
      recipient: '',
    };
  }

  /** Runs that waited while Gully was away go on, or end with a note, as is set. */
  onApplicationBootstrap(): void {
    const now = Date.now();
    const ended: { id: string; words: string }[] = [];
    const turns = new Set<string>();
    for (const { id, owner, awaiting, frames } of this.runs.all()) {
      const late = awaiting.for === 'time' ? now - awaiting.until : 0;
      if (frames[0]?.routine.routine.afterRestart === 'end')
        ended.push({ id, words: 'Gully was started anew while it waited' });
      else if (late > TOO_LATE_MS)
        ended.push({ id, words: `Gully was away when its time came; that is ${elapsedInWords(late)} ago` });
      else if (awaiting.for === 'time') this.runs.wake(id);
      else if (awaiting.for === 'answer') void this.performer.ask(id, awaiting.asked);
      else turns.add(owner);
    }
    if (ended.length > 0) this.surely({ kind: 'stop', runs: ended });
    for (const owner of turns) this.nextInTurn(owner);
  }

  private turnOf(
    happened: Happened,
    resolve: (receipt: Receipt) => void,
    reject: (error: unknown) => void,
  ): Turn & Job {
    const outside = happened.kind === 'outside' ? happened : undefined;
    return {
      kind: happened.kind,
      seen: outside?.who === undefined ? [] : [outside.who],
      about: this.about(happened),
      texts: [],
      ...(outside !== undefined && { load: () => this.outsideEvents.recall(outside) }),
      decide: (idOf) => {
        const { changes, write, ...taken } = this.decide(happened, idOf);
        return {
          changes,
          ...(write !== undefined && { write }),
          done: () => {
            this.perform(changes, taken);
            resolve(taken.receipt ?? 'taken');
          },
        };
      },
      failed: reject,
    };
  }

  /** Whom a job is about, of those it names by id. */
  private about(happened: Happened): string[] {
    if (happened.kind === 'event') return [happened.event.viewer.id];
    const run = happened.kind === 'resume' ? this.runs.find(happened.run) : undefined;
    return run === undefined ? [] : [run.occasion.viewer.id];
  }

  private perform(
    changes: readonly Change[],
    { effects, because, told, urgency, then }: Omit<Taken, 'changes'>,
  ): void {
    this.performer.perform(effects, because, urgency);
    for (const each of told) this.runLog.tell(each);
    then?.();
    for (const change of changes) if (change.kind === 'run-ended') this.nextInTurn(change.owner);
  }

  private nextInTurn(owner: string): void {
    const next = this.runs.nextInTurn(owner);
    if (next !== undefined) this.surely({ kind: 'resume', run: next.id });
  }

  private decide(happened: Happened, idOf: (key: string) => string): Taken {
    switch (happened.kind) {
      case 'event':
        return this.event(happened.event, happened.only);
      case 'outside':
        return this.outside(happened, idOf);
      case 'timers': {
        const fired = this.timing.decide(happened.timer);
        const ids = fired.changes.flatMap((change) => (change.kind === 'timer' ? [change.id] : []));
        const then = (): void => {
          this.timing.settled(ids);
        };
        return { ...fired, urgency: 'timer', then };
      }
      case 'stop':
        return this.stop(happened.runs);
      case 'new-stream':
        return { ...NOTHING, changes: this.routines.streamForgotten(Date.now()) };
      case 'resume': {
        const run = this.runs.find(happened.run);
        return run === undefined || isEarly(run) ? NOTHING : this.resume(run, happened.failed);
      }
    }
  }

  /** An event from outside is taken once, and marked as taken with what it changes. */
  private outside(happened: OutsideEvent, idOf: (key: string) => string): Taken {
    const stored = (): void => {
      this.outsideEvents.stored(happened);
    };
    if (!this.outsideEvents.take(happened)) return { ...NOTHING, receipt: 'known', then: stored };
    const viewer = happened.who === undefined ? undefined : this.viewers.facts(idOf(happened.who.key));
    const event = wholeEvent(happened, viewer);
    return {
      ...this.event(event, undefined),
      write: (manager) => this.outsideEvents.write(manager, happened),
      then: () => {
        stored();
        happened.tell(event);
      },
    };
  }

  private event(event: ChannelEvent, only: string | undefined): Taken {
    const world = this.world.now();
    const one = only === undefined ? undefined : this.named.preparedOf(only);
    const happened =
      only === undefined
        ? decideEvent(event, world.routinesFor(event.kind), world)
        : one === undefined
          ? []
          : [beginBy(event, one, world)];
    return {
      changes: happened.flatMap((each) => ('started' in each ? each.started.changes : [])),
      effects: happened.flatMap((each) => ('started' in each ? each.started.effects : [])),
      because: `of ${EVENT_NAMES[event.kind]}${event.viewer.id === SELF ? '' : ` by ${event.viewer.name}`}`,
      told: happened.map((each) => toldOf(each, event)),
    };
  }

  private resume(run: RunState, failed: string | undefined): Taken {
    const segment = resumeRun(run, this.world.now(), Date.now(), { failed });
    return {
      changes: segment.changes,
      effects: segment.effects,
      because: `${run.title} goes on, started by ${run.occasion.viewer.name} with ${run.occasion.by}`,
      told: [{ ...run, checks: segment.checks, ended: segment.ended }],
    };
  }

  private stop(asked: readonly { readonly id: string; readonly words: string }[]): Taken {
    const runs = asked.flatMap(({ id, words }) => {
      const run = this.runs.find(id);
      return run === undefined ? [] : [{ run, words }];
    });
    return {
      ...NOTHING,
      changes: runs.map(({ run: { id, owner } }) => ({ kind: 'run-ended', id, owner })),
      told: runs.map(({ run, words }) => ({ ...run, ended: { how: 'stopped', words } })),
    };
  }
}

/** A run that waits for a later time was asked twice; the first asking has it going already. */
function isEarly({ awaiting }: RunState): boolean {
  return awaiting.for === 'time' && awaiting.until - Date.now() > EARLY_MS;
}

const NOTHING: Taken = { changes: [], effects: [], because: '', told: [] };

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

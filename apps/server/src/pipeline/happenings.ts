import { Inject, Injectable, type OnApplicationBootstrap } from '@nestjs/common';
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
import { Database, newId } from '../database/index.js';
import { LOG, type Log } from '../log/index.js';
import { NamedRoutinesStore, RoutinesStore } from '../routines/index.js';
import { RunLog, RunsStore, type Told } from '../runs/index.js';
import { StreamService } from '../stream/index.js';
import { Performer } from './performer.js';
import { Timing } from './timing.js';
import { SELF, ChannelWorld } from './world.js';

/** What is taken beside messages: something happened, a run goes on, or somebody ends runs. */
export type Job =
  | {
      readonly kind: 'event';
      readonly event: ChannelEvent;
      /** this routine only, by hand */ readonly only?: string;
    }
  /** what was remembered for the last stream is forgotten */
  | { readonly kind: 'new-stream' }
  | { readonly kind: 'resume'; readonly run: string; readonly failed?: string | undefined }
  /** timers are looked at, or one fires by hand */
  | { readonly kind: 'timers'; readonly timer?: string | undefined }
  | { readonly kind: 'stop'; readonly runs: readonly { readonly id: string; readonly words: string }[] };

/** Milliseconds after its time at which a run that slept through a stop of Gully is of no use any more. */
const TOO_LATE_MS = 600_000;

interface Taken {
  readonly changes: readonly Change[];
  readonly effects: readonly RoutineEffect[];
  readonly because: string;
  readonly told: readonly Told[];
  /** how urgent what it says is, where it is no answer */
  readonly urgency?: Urgency;
}

/** Events and runs: decided, written and performed as messages are. */
@Injectable()
export class Happenings implements OnApplicationBootstrap {
  private hand: (job: Job) => void = () => undefined;

  constructor(
    private readonly environment: Environment,
    private readonly database: Database,
    private readonly stream: StreamService,
    private readonly world: ChannelWorld,
    private readonly routines: RoutinesStore,
    private readonly named: NamedRoutinesStore,
    private readonly runs: RunsStore,
    private readonly runLog: RunLog,
    private readonly performer: Performer,
    private readonly timing: Timing,
    @Inject(LOG) private readonly log: Log,
  ) {}

  /** @param hand takes a job in its turn among the messages */
  follow(hand: (job: Job) => void): void {
    this.hand = hand;
    this.runs.whenDue(({ id }) => {
      hand({ kind: 'resume', run: id });
    });
    this.performer.whenAnswered((run, failed) => {
      hand({ kind: 'resume', run, failed });
    });
    this.timing.follow((timer) => {
      hand({ kind: 'timers', timer });
    });
    this.stream.follow(({ to, fresh }) => {
      if (to === 'live') hand({ kind: 'new-stream' });
      if (fresh) hand({ kind: 'event', event: this.ownEvent(to) });
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
    if (ended.length > 0) this.hand({ kind: 'stop', runs: ended });
    for (const owner of turns) this.nextInTurn(owner);
  }

  /** Takes jobs together: one write for all. */
  async take(jobs: readonly Job[]): Promise<void> {
    const taken = jobs.map((job) => {
      const one = this.decide(job);
      this.world.apply(one.changes);
      return one;
    });
    const changes = taken.flatMap((one) => one.changes);
    if (changes.length > 0) {
      try {
        await this.database.write((manager) => this.world.write(manager, changes));
      } catch (error) {
        this.log.error({ error }, 'what routines changed could not be written; nothing of it is performed');
        await this.world.reload();
        if (jobs.some(({ kind }) => kind === 'timers')) this.timing.settled([], false);
        return;
      }
    }
    this.world.tell(changes);
    for (const { effects, because, told, urgency } of taken) {
      this.performer.perform(effects, because, urgency);
      for (const each of told) this.runLog.tell(each);
    }
    if (jobs.some(({ kind }) => kind === 'timers'))
      this.timing.settled(changes.flatMap((change) => (change.kind === 'timer' ? [change.id] : [])));
    for (const change of changes) if (change.kind === 'run-ended') this.nextInTurn(change.owner);
  }

  private nextInTurn(owner: string): void {
    const next = this.runs.nextInTurn(owner);
    if (next !== undefined) this.hand({ kind: 'resume', run: next.id });
  }

  private decide(job: Job): Taken {
    if (job.kind === 'event') return this.event(job.event, job.only);
    if (job.kind === 'timers') return { ...this.timing.decide(job.timer), urgency: 'timer' };
    if (job.kind === 'stop') return this.stop(job.runs);
    if (job.kind === 'new-stream') return { ...NOTHING, changes: this.routines.streamForgotten(Date.now()) };
    const run = this.runs.find(job.run);
    return run === undefined ? NOTHING : this.resume(run, job.failed);
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

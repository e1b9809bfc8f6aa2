import { Injectable, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { foldName } from '@gully/core/text';
import { holdsTimers } from '@gully/core/quiet';
import {
  decideTimers,
  LONGEST_PAUSE_MS,
  standingInWords,
  timersInOrder,
  type Moment,
  type Timed,
} from '@gully/core/timers';
import { ActivityService } from '../activity/index.js';
import { ConnectionService } from '../chat/index.js';
import { Environment } from '../configuration/index.js';
import { ConnectionSettings } from '../connection/index.js';
import { ChannelWorld, Performers, SELF, type EffectOf } from '../live/index.js';
import { MessagesService } from '../messages/index.js';
import { NewsService } from '../news/index.js';
import { PipelineService, type Job } from '../pipeline/index.js';
import { Problem } from '../problem/index.js';
import { RunLog } from '../runs/index.js';
import { SettingsService } from '../settings/index.js';
import { StreamService } from '../stream/index.js';
import { ViewersService } from '../viewers/index.js';
import { Soon } from '../signals/index.js';
import { BREATHING_ROOM } from './breathing.js';
import { TimersClock } from './clock.js';
import { fireTimer } from './firing.js';
import { TimersStore } from './timers.store.js';

/** Looks are at most this far apart, in milliseconds; well under what counts as a pause. */
const LOOK_MS = LONGEST_PAUSE_MS / 4;
/** How often pages are told that timers counted lines. */
const TELL_MS = 2_000;

/** Fires timers: looks when something may be due, and has it decided in turn among the messages. */
@Injectable()
export class Timing implements OnModuleInit, OnModuleDestroy {
  private ended = false;
  private timer: NodeJS.Timeout | undefined;
  private readonly pagesTold = new Soon(TELL_MS, () => {
    this.news.publish('timers', { at: this.clock.now() });
  });
  private live = false;
  private looking: Promise<void> | undefined;
  private unheard = 0;
  private hearing: NodeJS.Immediate | undefined;

  constructor(
    private readonly environment: Environment,
    private readonly connectionSettings: ConnectionSettings,
    private readonly store: TimersStore,
    private readonly clock: TimersClock,
    private readonly settings: SettingsService,
    private readonly stream: StreamService,
    private readonly connection: ConnectionService,
    private readonly messages: MessagesService,
    private readonly viewers: ViewersService,
    private readonly pipeline: PipelineService,
    private readonly world: ChannelWorld,
    private readonly performers: Performers,
    private readonly runLog: RunLog,
    private readonly news: NewsService,
    private readonly activity: ActivityService,
  ) {
    const view = { inWords: () => this.inWords(), nameOf: (id: string) => store.find(id)?.name };
    world.add('timers', { look: () => view });
    performers.add('timer', (effect) => this.act(effect));
  }

  onModuleInit(): void {
    this.stream.subscribe(({ to, back }) => {
      if (to === 'live' && !back) this.store.wentLive();
      this.live = to === 'live';
      this.soon();
    });
    this.live = this.stream.state.live;
    this.connection.subscribe({
      opened: () => {
        this.soon();
      },
    });
    this.settings.subscribe(() => {
      this.soon();
    });
    this.messages.subscribe(({ viewer }) => {
      // Neither the bot’s own lines nor other bots’ are talk.
      if (viewer !== SELF && this.viewers.facts(viewer)?.bot !== true) this.heard(1);
    });
    this.soon();
  }

  onModuleDestroy(): void {
    clearTimeout(this.timer);
    this.pagesTold.stop();
    this.ended = true;
  }

  /** Viewers wrote so many lines. */
  heard(lines: number): void {
    this.unheard += lines;
    // Those of one moment are counted together.
    this.hearing ??= setImmediate(() => {
      const count = this.unheard;
      this.unheard = 0;
      this.hearing = undefined;
      if (this.store.isEmpty) return;
      this.store.count(count);
      this.pagesTold.ask();
      this.soon();
    });
  }

  /** Something changed that may let a timer fire. */
  soon(): void {
    this.later(0);
  }

  private later(ms: number): void {
    clearTimeout(this.timer);
    if (this.ended) return;
    this.timer = setTimeout(() => void this.look(), Math.min(ms, LOOK_MS)).unref();
  }

  /** Looks whether a timer is due, and fires all that are, one after the other. */
  look(): Promise<void> {
    this.looking ??= this.lookOnce().finally(() => {
      this.looking = undefined;
    });
    return this.looking;
  }

  private async lookOnce(): Promise<void> {
    for (;;) {
      if (this.live) this.store.liveAt = this.clock.now();
      // In a silent room too the time that passes is kept: a power cut would else take it back.
      this.store.keepTime();
      const { fires, lookIn } = this.due();
      if (fires === undefined) {
        this.later(lookIn ?? LOOK_MS);
        return;
      }
      try {
        await this.pipeline.do(this.firing(undefined, 'gully'));
      } catch {
        // A disk that takes nothing is not asked without pause.
        this.later(LOOK_MS);
        return;
      }
    }
  }

  moment(): Moment {
    return {
      running: this.store.running,
      at: this.clock.now(),
      stream: this.stream.state,
      timeZone: this.environment.GULLY_TIME_ZONE,
      connected: this.connection.open,
      quiet: holdsTimers(this.world.now().quiet, Date.now()),
    };
  }

  private due(): ReturnType<typeof decideTimers> {
    const room = this.settings.get(BREATHING_ROOM).value;
    return decideTimers(this.store.timed(), this.store.said, room, this.moment());
  }

  /** Fires the timer that is due when its turn comes, or one by hand whatever it waits for. */
  private firing(byHand: string | undefined, actor: Actor): Job {
    return {
      kind: 'timer',
      actor,
      decide: () => {
        const timed = byHand === undefined ? this.due().fires : this.timed(byHand);
        if (timed === undefined) return { changes: [], done: () => undefined };
        const { changes, effects, because, told } = fireTimer(timed, byHand !== undefined, {
          prepared: this.store.preparedOf(timed.timer),
          said: this.store.said,
          room: this.settings.get(BREATHING_ROOM).value,
          moment: this.moment(),
          world: this.world.now(),
          channelName: this.connectionSettings.channelName,
        });
        return {
          changes,
          done: () => {
            this.performers.perform(effects, { because, urgency: 'timer' });
            this.runLog.record(told);
            const about = { kind: 'run', id: told.id } as const;
            this.activity.record('ran', timed.timer.name, 'fired (a timer)', actor, about);
            this.news.publish('timers', { at: this.clock.now() });
            if (byHand !== undefined) this.soon();
          },
        };
      },
    };
  }

  /** Holds a timer for this stream, or lets it go on. */
  async hold(id: string, held: boolean): Promise<void> {
    await this.store.hold(id, held);
    this.news.publish('timers', { at: this.clock.now() });
    this.soon();
  }

  /** Has a timer fire now, whatever it waits for. @throws Problem 409 when it cannot */
  async fire(id: string, actor: Actor): Promise<void> {
    const fault = this.fireFault(id);
    if (fault !== undefined) throw new Problem(409, 'It did not fire', `${fault}. Nothing was said.`);
    await this.pipeline.do(this.firing(id, actor));
  }

  /** What a step asks of a timer. @returns why it could not be, or undefined */
  private async act({ does, timer: id, name }: EffectOf<'timer'>): Promise<string | undefined> {
    const timer =
      id === ''
        ? this.store.all().find((each) => foldName(each.name) === foldName(name))
        : this.store.find(id);
    if (timer === undefined) return `there is no timer called ${name}`;
    if (does !== 'fire') {
      await this.hold(timer.id, does === 'hold');
      return undefined;
    }
    const fault = this.fireFault(timer.id);
    if (fault === undefined) await this.pipeline.do(this.firing(timer.id, 'gully'));
    return fault;
  }

  private fireFault(id: string): string | undefined {
    if (!this.connection.open) return 'Gully is not in the chat room';
    return this.timed(id)?.fault;
  }

  private timed(id: string): Timed | undefined {
    return this.store.timed().find(({ timer }) => timer.id === id);
  }

  /** The next three and what they wait for, for a text. */
  private inWords(): string {
    const timers = this.store.timed().filter(({ timer }) => timer.enabled);
    const room = this.settings.get(BREATHING_ROOM).value;
    return timersInOrder(timers, this.store.said, room, this.moment())
      .slice(0, 3)
      .map(
        ({ timer, state, standing, roomIn }) =>
          `${timer.name} ${standingInWords(standing, timer.lines, state.lines, roomIn)}`,
      )
      .join('; ');
  }
}

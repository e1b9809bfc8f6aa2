import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import type { StepOf } from '@gully/core/routines';
import { foldName } from '@gully/core/text';
import {
  decideTimers,
  LONGEST_PAUSE_MS,
  standingInWords,
  standingOf,
  type Moment,
  type Timed,
} from '@gully/core/timers';
import { ActivityService } from '../activity/index.js';
import { ConnectionService } from '../chat/index.js';
import { channelName, Environment } from '../configuration/index.js';
import { NewsService } from '../news/index.js';
import { Problem } from '../problem/index.js';
import { SettingsService } from '../settings/index.js';
import { StreamService } from '../stream/index.js';
import { TimersClock, TimersStore } from '../timers/index.js';
import { fireTimer, NOTHING_FIRED, type Fired } from './firing.js';
import { ChannelWorld } from './world.js';

/** Looks are at most this far apart, in milliseconds; well under what counts as a pause. */
const LOOK_MS = LONGEST_PAUSE_MS / 4;
/** How often pages are told that timers counted lines. */
const TELL_MS = 2_000;
/** A stream that comes back sooner than this is the same evening: waits, counts and holds go on. */
const SAME_EVENING_MS = 15 * 60_000;

/** Fires timers: looks when something may be due, and hands what is to be decided into the queue of messages. */
@Injectable()
export class Timing implements OnModuleDestroy {
  private hand: (timer: string | undefined) => Promise<unknown> = () => Promise.resolve();
  private timer: NodeJS.Timeout | undefined;
  private telling: NodeJS.Timeout | undefined;
  private live = false;
  /** resolves what waits for a look to be decided */
  private decided: ((stored: boolean) => void) | undefined;
  private looking: Promise<void> | undefined;
  private unheard = 0;
  private hearing: NodeJS.Immediate | undefined;

  constructor(
    private readonly environment: Environment,
    private readonly store: TimersStore,
    private readonly clock: TimersClock,
    private readonly settings: SettingsService,
    private readonly stream: StreamService,
    private readonly connection: ConnectionService,
    private readonly world: ChannelWorld,
    private readonly news: NewsService,
    private readonly activity: ActivityService,
  ) {}

  /** @param hand asks for `decide` in turn among the messages */
  follow(hand: (timer: string | undefined) => Promise<unknown>): void {
    this.hand = hand;
    this.stream.follow(({ to }) => {
      const now = this.clock.now();
      const { liveAt } = this.store;
      if (to === 'live' && (liveAt === null || now - liveAt >= SAME_EVENING_MS)) this.store.wentLive();
      this.live = to === 'live';
      this.soon();
    });
    this.live = this.stream.state.live;
    this.world.tellTimersBy(() => this.inWords());
    this.connection.listen({
      opened: () => {
        this.soon();
      },
    });
    this.settings.follow(() => {
      this.soon();
    });
    this.soon();
  }

  onModuleDestroy(): void {
    clearTimeout(this.timer);
    clearTimeout(this.telling);
    this.hand = () => Promise.resolve();
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
      this.tellLater();
      this.soon();
    });
  }

  /** Something changed that may let a timer fire. */
  soon(): void {
    this.later(0);
  }

  private later(ms: number): void {
    clearTimeout(this.timer);
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
      if (!this.store.isEmpty) this.store.keepSoon();
      const { fires, lookIn } = this.due();
      if (fires === undefined) {
        this.later(lookIn ?? LOOK_MS);
        return;
      }
      const stored = await new Promise<boolean>((resolve) => {
        this.decided = resolve;
        // That it could not be written is told by `settled`.
        this.hand(undefined).catch(() => undefined);
      });
      // A disk that takes nothing is not asked without pause.
      if (!stored) {
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
    };
  }

  private due(): ReturnType<typeof decideTimers> {
    const room = this.settings.get('breathing-room').value;
    return decideTimers(this.store.timed(), this.store.said, room, this.moment());
  }

  /**
   * Decides what fires now: the one that is due, or one by hand whatever it waits for.
   *
   * @returns nothing when none is due any more
   */
  decide(byHand: string | undefined): Fired {
    const timed = byHand === undefined ? this.due().fires : this.timed(byHand);
    if (timed === undefined) return NOTHING_FIRED;
    return fireTimer(timed, byHand !== undefined, {
      prepared: this.store.preparedOf(timed.timer),
      said: this.store.said,
      room: this.settings.get('breathing-room').value,
      moment: this.moment(),
      world: this.world.now(),
      channelName: channelName(this.environment),
    });
  }

  /** What was decided is on disk, or could not be. */
  settled(fired: readonly string[], stored = true): void {
    for (const id of fired)
      this.activity.tell('ran', this.store.find(id)?.name ?? 'a timer', 'fired (a timer)');
    const { decided } = this;
    this.decided = undefined;
    this.news.publish('timers', { at: this.clock.now() });
    if (decided === undefined) this.soon();
    else decided(stored);
  }

  /** Holds a timer for this stream, or lets it go on. */
  async hold(id: string, held: boolean): Promise<void> {
    await this.store.hold(id, held);
    this.news.publish('timers', { at: this.clock.now() });
    this.soon();
  }

  /** Has a timer fire now, whatever it waits for. @throws Problem 409 when it cannot */
  async fire(id: string): Promise<void> {
    const fault = this.fireFault(id);
    if (fault !== undefined) throw new Problem(409, 'It did not fire', `${fault}. Nothing was said.`);
    await this.hand(id);
  }

  /** What a step asks of a timer, by its name. @returns why it could not be, or undefined */
  async act(does: StepOf<'timer'>['does'], name: string): Promise<string | undefined> {
    const timer = this.store.all().find((each) => foldName(each.name) === foldName(name.trim()));
    if (timer === undefined) return `there is no timer called ${name}`;
    if (does !== 'fire') {
      await this.hold(timer.id, does === 'hold');
      return undefined;
    }
    const fault = this.fireFault(timer.id);
    if (fault === undefined) await this.hand(timer.id);
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
    const moment = this.moment();
    return this.store
      .timed()
      .map((timed) => ({ ...timed, standing: standingOf(timed, moment) }))
      .filter(({ timer }) => timer.enabled)
      .sort(
        (a, b) => Number(b.standing.ready) - Number(a.standing.ready) || a.standing.dueIn - b.standing.dueIn,
      )
      .slice(0, 3)
      .map(
        ({ timer, state, standing }) =>
          `${timer.name} ${standingInWords(standing, timer.lines, state.lines)}`,
      )
      .join('; ');
  }

  private tellLater(): void {
    this.telling ??= setTimeout(() => {
      this.telling = undefined;
      this.news.publish('timers', { at: this.clock.now() });
    }, TELL_MS).unref();
  }
}

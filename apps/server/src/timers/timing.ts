import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { LONGEST_PAUSE_MS, type Timed } from '@gully/core/timers';
import { ActivityService } from '../activity/index.js';
import { ChannelWorld } from '../live/index.js';
import { NewsService } from '../news/index.js';
import { PipelineService, type Job } from '../pipeline/index.js';
import { Problem } from '../problem/index.js';
import { AfterDeciding } from '../runs/index.js';
import { Soon } from '../signals/index.js';
import { fireTimer } from './firing.js';
import { TimerStandings } from './standings.js';
import { TimersStore } from './timers.store.js';

/** Looks are at most this far apart, in milliseconds; well under what counts as a pause. */
const LOOK_MS = LONGEST_PAUSE_MS / 4;
/** How often pages are told that timers counted lines. */
const TELL_MS = 2_000;

/** Fires timers: looks when something may be due, and has it decided in turn among the messages. */
@Injectable()
export class Timing implements OnModuleDestroy {
  private ended = false;
  private timer: NodeJS.Timeout | undefined;
  private readonly pagesTold = new Soon(TELL_MS, () => {
    this.news.publish('timers', { at: this.store.now });
  });
  private looking: Promise<void> | undefined;
  private unheard = 0;
  private hearing: NodeJS.Immediate | undefined;

  constructor(
    private readonly store: TimersStore,
    private readonly standings: TimerStandings,
    private readonly pipeline: PipelineService,
    private readonly world: ChannelWorld,
    private readonly after: AfterDeciding,
    private readonly news: NewsService,
    private readonly activity: ActivityService,
  ) {}

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
      const { stream, at } = this.standings.moment();
      if (stream.live) this.store.liveAt = at;
      // In a silent room too the time that passes is kept: a power cut would else take it back.
      this.store.keepTime();
      const { fires, lookIn } = this.standings.due();
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

  /** Fires the timer that is due when its turn comes, or one by hand whatever it waits for. */
  private firing(byHand: string | undefined, actor: Actor): Job {
    return {
      kind: 'timer',
      actor,
      decide: () => {
        const timed = byHand === undefined ? this.standings.due().fires : this.timed(byHand);
        if (timed === undefined) return { changes: [], done: () => undefined };
        const { changes, effects, because, told } = fireTimer(timed, byHand !== undefined, {
          prepared: this.store.preparedOf(timed.timer),
          ...this.standings.spacing(),
          moment: this.standings.moment(),
          world: this.world.now(),
        });
        return {
          changes,
          done: () => {
            this.after.carryOut(effects, [told], { because, urgency: 'timer' });
            const about = { kind: 'run', id: told.id } as const;
            this.activity.record('ran', `Timer ${timed.timer.name}`, 'fired', actor, about);
            this.news.publish('timers', { at: this.store.now });
            if (byHand !== undefined) this.soon();
          },
        };
      },
    };
  }

  /** Holds a timer for this stream, or lets it go on. */
  async hold(id: string, held: boolean): Promise<void> {
    await this.store.hold(id, held);
    this.news.publish('timers', { at: this.store.now });
    this.soon();
  }

  /** Has a timer fire now, whatever it waits for. @throws Problem 409 when it cannot */
  async fire(id: string, actor: Actor): Promise<void> {
    const fault = await this.tryToFire(id, actor);
    if (fault !== undefined) throw new Problem(409, 'It did not fire', `${fault}. Nothing was said.`);
  }

  /** The same. @returns why it cannot, or undefined */
  async tryToFire(id: string, actor: Actor): Promise<string | undefined> {
    const fault = this.standings.isConnected ? this.timed(id)?.fault : 'Gully is not in the chat room';
    if (fault === undefined) await this.pipeline.do(this.firing(id, actor));
    return fault;
  }

  private timed(id: string): Timed | undefined {
    return this.store.timed().find(({ timer }) => timer.id === id);
  }
}

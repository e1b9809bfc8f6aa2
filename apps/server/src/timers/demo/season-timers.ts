import {
  beginTimer,
  counted,
  decideTimers,
  factOf,
  fired,
  firingChecks,
  newState,
  prepareTimer,
  saidAfter,
  wentLive,
  BREATHING,
  type Said,
  type Timed,
  type Timer,
} from '@gully/core/timers';
import type { Started } from '@gully/core/routines';
import { strangerFacts } from '@gully/core/viewers';
import type { Chance } from '@gully/core/random';
import { SELF } from '../../live/index.js';
import type { SeedingStage } from '../../seeding/index.js';

/** The timers of the season; its running clock is time itself, for Gully ran on every evening. */
export class SeasonTimers {
  private timed: readonly Timed[];
  said: readonly Said[] = [];

  constructor(
    timers: readonly Timer[],
    private readonly stage: Pick<SeedingStage, 'id' | 'world' | 'take'>,
    private readonly chance: Chance,
  ) {
    this.timed = timers.map((timer) => ({ timer, state: newState(0) }));
  }

  get all(): readonly Timed[] {
    return this.timed;
  }

  wentLive(at: number): void {
    this.timed = this.timed.map((each) => ({ ...each, state: wentLive(each.state, at) }));
  }

  /** A viewer wrote. */
  heard(): void {
    this.timed = this.timed.map((each) => ({ ...each, state: counted(each.state) }));
  }

  /** The timer that fires at a moment, begun; undefined when none does, or none any more. */
  next(at: number): { readonly timer: Timer; readonly started: Started } | undefined {
    const world = this.stage.world();
    const moment = { running: at, at, stream: world.stream, timeZone: 'UTC', connected: true };
    const { fires } = decideTimers(this.timed, this.said, BREATHING, moment);
    if (fires === undefined) return undefined;
    const { timer, state } = fires;
    const prepared = timer.does === 'say' ? prepareTimer(timer) : world.routines.find(timer.runs);
    if (prepared === undefined) return undefined;
    const checks = firingChecks(timer, factOf(fires, this.said, moment), BREATHING);
    const viewer = strangerFacts(SELF, 'lanternhour', ['streamer'], at);
    const begun = beginTimer(timer, prepared, { cause: this.stage.id(at), viewer, at, checks }, world);
    if ('refused' in begun) return undefined;
    for (const change of begun.started.changes) this.stage.take(change);
    this.said = saidAfter(this.said, at, 1);
    const next = fired(state, moment, 1, this.chance);
    this.timed = this.timed.map((each) => (each.timer.id === timer.id ? { ...each, state: next } : each));
    return { timer, started: begun.started };
  }
}

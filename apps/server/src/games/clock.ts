import { performance } from 'node:perf_hooks';
import { Inject, Injectable, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import type { Round } from '@gully/core/games';
import { Keepers } from '../live/index.js';
import { LOG, type Log } from '../log/index.js';
import { GameActing } from './acting.js';
import { PlaysStore } from './plays.store.js';

/** After something could not be decided or written. */
const AGAIN_MS = 5_000;

/**
 * Takes rounds on when their time comes. It is measured, not read from the clock: one that is set while
 * viewers join neither ends a round at once nor keeps it open for hours.
 */
@Injectable()
export class GameClock implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly timers = new Map<string, { readonly until: number; readonly timer: NodeJS.Timeout }>();

  constructor(
    private readonly store: PlaysStore,
    private readonly acting: GameActing,
    @Inject(LOG) private readonly log: Log,
    keepers: Keepers,
  ) {
    keepers.follow('played', (changes) => {
      for (const { round, at } of changes) this.wind(round, at);
    });
  }

  onApplicationBootstrap(): void {
    this.acting.giveBack(this.store.all());
  }

  onModuleDestroy(): void {
    for (const { timer } of this.timers.values()) clearTimeout(timer);
    this.timers.clear();
  }

  /** @param at when it became as it is, by the clock it was decided by */
  private wind(round: Round, at: number): void {
    const { id, until } = round;
    const known = this.timers.get(id);
    if (known?.until === until && round.over === undefined) return;
    clearTimeout(known?.timer);
    this.timers.delete(id);
    if (until === undefined || round.over !== undefined) return;
    this.waitFor(round, until, Math.max(0, until - at));
  }

  private waitFor(round: Round, until: number, ms: number): void {
    const since = performance.now();
    const timer = setTimeout(() => {
      const left = ms - (performance.now() - since);
      if (left > 1) this.waitFor(round, until, left);
      else this.look(round.id, until);
    }, ms).unref();
    this.timers.set(round.id, { until, timer });
  }

  private look(id: string, until: number): void {
    this.timers.delete(id);
    const round = this.store.find(id);
    if (round?.until !== until) return;
    this.acting.tick(round, until).catch((error: unknown) => {
      this.log.error({ error, round: id }, 'a round could not go on, and is tried again');
      const now = this.store.find(id);
      if (now?.until !== undefined) this.waitFor(now, now.until, AGAIN_MS);
    });
  }
}

import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import {
  BLANK_TIMER,
  counted,
  newState,
  prepareTimer,
  runsFault,
  tick,
  timerBody,
  wentLive,
  type RunningClock,
  type Said,
  type Timed,
  type Timer,
  type TimerBody,
  type TimerChange,
  type TimerState,
} from '@gully/core/timers';
import type { PreparedRoutine } from '@gully/core/routines';
import { IsNull } from 'typeorm';
import { Database, type EntityManager } from '../database/index.js';
import { TimerClockRow, TimerRow, TimerStateRow } from './rows.js';
import { JobQueue } from '../jobs/index.js';
import { Keepers } from '../live/index.js';
import { LOG, type Log } from '../log/index.js';
import { TimersClock } from './clock.js';
import { TimerTargets } from './targets.js';

export interface StoredTimer extends Timer {
  readonly version: number;
  readonly changedAt: number;
  readonly deletedAt: number | null;
  /** why what is stored cannot be read; the timer then cannot run */
  readonly unreadable: string | undefined;
}

/** How long what was counted may wait to be written, in milliseconds. A firing is written at once. */
const KEEP_MS = 5_000;
/** The same where only time has passed: that long a stretch may go with a power cut. */
const KEEP_TIME_MS = 60_000;

/** The timers, where each stands, and the clock they count by; all in memory, and on disk. */
@Injectable()
export class TimersStore implements OnModuleInit {
  private readonly stored = new Map<string, StoredTimer>();
  private readonly states = new Map<string, TimerState>();
  private readonly prepared = new Map<string, PreparedRoutine>();
  private clockState: RunningClock = { running: 0, at: 0 };
  private saidLately: readonly Said[] = [];
  /** UTC milliseconds when the stream was last seen live */
  liveAt: number | null = null;
  private timer: NodeJS.Timeout | undefined;
  /** UTC milliseconds when it rings */
  private keepAt = 0;
  /** states as they were last written by `keep` */
  private readonly kept = new Map<string, string>();

  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly targets: TimerTargets,
    private readonly clock: TimersClock,
    keepers: Keepers,
    @Inject(LOG) private readonly log: Log,
  ) {
    keepers.add({
      kinds: ['timer'],
      ofViewers: false,
      apply: (change) => {
        this.apply(change);
      },
      write: (manager, changes) => this.write(manager, changes),
      reload: () => this.reload(),
    });
    database.beforeClosing(() => this.keep());
  }

  async onModuleInit(): Promise<void> {
    this.clockState = { running: 0, at: this.clock.now() };
    await this.reload();
  }

  /** Reads what is on disk. Time since then was no running time. */
  async reload(): Promise<void> {
    const { read } = this.database;
    const clock = await read.findOneBy(TimerClockRow, { id: 1 });
    if (clock !== null) {
      this.clockState = { running: clock.running, at: this.clock.now() };
      this.saidLately = this.read<Said[]>(clock.said, [], 'what timers said lately');
      this.liveAt = clock.liveAt;
    }
    const rows = await read.findBy(TimerRow, { deletedAt: IsNull() });
    this.stored.clear();
    this.states.clear();
    this.kept.clear();
    // One that is put back later begins its wait then, so what is kept of deleted ones is skipped.
    const ids = new Set(rows.map(({ id }) => id));
    for (const { timerId, state } of await read.find(TimerStateRow))
      if (ids.has(timerId)) {
        const kept = this.read<object>(state, {}, `where the timer ${timerId} stands`);
        this.states.set(timerId, { ...newState(this.running), ...kept });
      }
    this.put(rows.map(readTimer));
  }

  /** One row that cannot be read is as if it were not there, and told of; nothing else hangs on it. */
  private read<T extends object>(text: string, otherwise: T, what: string): T {
    try {
      const found: unknown = JSON.parse(text);
      if (typeof found === 'object' && found !== null && Array.isArray(found) === Array.isArray(otherwise))
        return found as T;
    } catch {
      // Told below, as what is no object is.
    }
    this.log.warn({ what }, 'what is stored cannot be read, and starts over');
    return otherwise;
  }

  /** Milliseconds of the running clock, now. */
  get running(): number {
    this.clockState = tick(this.clockState, this.clock.now());
    return this.clockState.running;
  }
  /** UTC milliseconds, by the clock timers look at. */
  get now(): number {
    return this.clock.now();
  }
  get said(): readonly Said[] {
    return this.saidLately;
  }

  get isEmpty(): boolean {
    return this.stored.size === 0;
  }

  all(): StoredTimer[] {
    return [...this.stored.values()].sort((a, b) => a.name.localeCompare(b.name));
  }
  find(id: string): StoredTimer | undefined {
    return this.stored.get(id);
  }
  stateOf(id: string): TimerState {
    return this.states.get(id) ?? newState(this.running);
  }
  /** What it runs, made ready; undefined when that is gone. */
  preparedOf(timer: Timer): PreparedRoutine | undefined {
    return timer.does === 'say' ? this.prepared.get(timer.id) : this.targets.preparedOf(timer);
  }
  /** Why it cannot fire as it is. */
  faultOf(timer: StoredTimer): string | undefined {
    return timer.unreadable ?? runsFault(timer, this.targets.around(timer)) ?? this.preparedOf(timer)?.fault;
  }
  timed(): Timed[] {
    return [...this.stored.values()].map((timer) => ({
      timer,
      state: this.stateOf(timer.id),
      fault: this.faultOf(timer),
    }));
  }

  /** Takes over timers that were just written. One that is new, or was off, begins its wait now. */
  put(timers: readonly StoredTimer[]): void {
    for (const timer of timers) {
      const before = this.stored.get(timer.id);
      if (timer.deletedAt !== null) {
        this.stored.delete(timer.id);
        this.states.delete(timer.id);
        this.prepared.delete(timer.id);
        continue;
      }
      const state = this.states.get(timer.id);
      if (state === undefined) this.states.set(timer.id, newState(this.running));
      else if (before?.enabled === false && timer.enabled)
        this.states.set(timer.id, { ...state, since: this.running, lines: 0 });
      this.stored.set(timer.id, timer);
      this.prepared.set(timer.id, prepareTimer(timer));
    }
    this.keepSoon();
  }

  /** Viewers wrote so many lines. */
  count(lines: number): void {
    for (const [id, state] of this.states) this.states.set(id, counted(state, lines));
    this.keepSoon();
  }

  /** A stream began: each wait starts over. */
  wentLive(): void {
    const { running } = this;
    for (const [id, state] of this.states) this.states.set(id, wentLive(state, running));
    this.keepSoon();
  }

  /** Holds a timer or lets it go on; on disk before it is answered, since a person asked for it. */
  hold(id: string, held: boolean): Promise<void> {
    return this.queue.alone(() => this.holdAlone(id, held));
  }

  private async holdAlone(id: string, held: boolean): Promise<void> {
    this.kept.delete(id);
    await this.database.write(async (manager) => {
      const state = JSON.stringify({ ...this.stateOf(id), held });
      await manager.save(TimerStateRow, { timerId: id, state });
      // A state means nothing without the clock it is told by.
      await this.writeClock(manager);
    });
    this.states.set(id, { ...this.stateOf(id), held });
  }

  /** Takes a firing into account at once; `write` brings it to disk. */
  private apply({ id, state, said }: TimerChange): void {
    this.states.set(id, state);
    this.saidLately = said;
  }

  private async write(manager: EntityManager, changes: readonly TimerChange[]): Promise<void> {
    for (const { id, state } of changes) {
      this.kept.delete(id);
      await manager.save(TimerStateRow, { timerId: id, state: JSON.stringify(state) });
    }
    if (changes.length > 0) await this.writeClock(manager);
  }

  private async writeClock(manager: EntityManager): Promise<void> {
    const { running, at } = this.clockState;
    const { liveAt, saidLately } = this;
    await manager.save(TimerClockRow, { id: 1, running, at, liveAt, said: JSON.stringify(saidLately) });
  }

  /** Has what was counted, and the time that has passed, written before long. */
  keepSoon(): void {
    this.keepWithin(KEEP_MS);
  }

  /** The same where nothing but time has passed. */
  keepTime(): void {
    this.keepWithin(KEEP_TIME_MS);
  }

  private keepWithin(ms: number): void {
    // Without timers there is nothing to keep, not even the time that passes.
    if (this.isEmpty) return;
    const at = Date.now() + ms;
    if (this.timer !== undefined && this.keepAt <= at) return;
    clearTimeout(this.timer);
    this.keepAt = at;
    this.timer = setTimeout(() => void this.keep(), ms).unref();
  }

  private async keep(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    // Where each stands is written when it changed since.
    const changed = [...this.stored.keys()]
      .map((id) => [id, JSON.stringify(this.stateOf(id))] as const)
      .filter(([id, state]) => this.kept.get(id) !== state);
    try {
      await this.database.write(async (manager) => {
        for (const [timerId, state] of changed) await manager.save(TimerStateRow, { timerId, state });
        await this.writeClock(manager);
      });
      for (const [id, state] of changed) this.kept.set(id, state);
    } catch (error) {
      this.log.error({ error }, 'where timers stand could not be written; it is tried again');
      this.keepSoon();
    }
  }
}

export function readTimer({ id, name, body, version, changedAt, deletedAt }: TimerRow): StoredTimer {
  const kept = { id, version, changedAt, deletedAt };
  try {
    const given = timerBody({ ...BLANK_TIMER, ...(JSON.parse(body) as Partial<TimerBody>) });
    return { ...given, ...kept, name, unreadable: undefined };
  } catch {
    return { ...BLANK_TIMER, ...kept, name, unreadable: 'What is stored of it cannot be read' };
  }
}

/** Writes a timer, within the caller’s write. */
export async function writeTimer(manager: EntityManager, timer: StoredTimer): Promise<void> {
  const { id, name, version, changedAt, deletedAt } = timer;
  const body = JSON.stringify(timerBody(timer));
  await manager.save(TimerRow, { id, name, body, version, changedAt, deletedAt });
}

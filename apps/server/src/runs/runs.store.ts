import { Inject, Injectable, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import {
  prepareRoutine,
  restoreRun,
  saveRun,
  type PreparedRoutine,
  type Routine,
  type RunChange,
  type RunState,
  type SavedRun,
} from '@gully/core/routines';
import { Database, type EntityManager } from '../database/index.js';
import { RunRow } from './rows.js';
import { ChannelWorld, Keepers } from '../live/index.js';
import { LOG, type Log } from '../log/index.js';

/** Node counts timers in 32 bits; no run waits as long. */
const LONGEST_MS = 2_000_000_000;

/** Milliseconds until runs that are due go on after they were read again; a disk that fails is not asked without pause. */
const WAKE_MS = 1_000;

/**
 * The runs that go on later, in memory and on disk. A run that waits for a time has a
 * timer of its own; `whenDue` is told when it is over.
 */
@Injectable()
export class RunsStore implements OnModuleInit, OnModuleDestroy {
  private readonly runs = new Map<string, RunState>();
  /** by routine: those under way, and those that wait their turn in the order they came */
  private readonly owners = new Map<string, { running: Set<string>; inTurn: Set<string> }>();
  private readonly timers = new Map<string, NodeJS.Timeout>();
  /** routines read back from runs, by their text: ten thousand runs of one routine share it */
  private readonly prepared = new Map<string, PreparedRoutine>();
  private due: (run: RunState) => void = () => undefined;
  private ended: (owner: string) => void = () => undefined;

  constructor(
    private readonly database: Database,
    keepers: Keepers,
    world: ChannelWorld,
    @Inject(LOG) private readonly log: Log,
  ) {
    const view = { of: (owner: string) => this.of(owner) };
    world.add('runs', { look: () => view });
    keepers.add({
      kinds: ['run', 'run-ended'],
      ofViewers: true,
      apply: (change) => {
        this.apply(change);
      },
      write: (manager, changes) => this.write(manager, changes),
      written: (changes) => {
        for (const change of changes)
          if (change.kind === 'run') this.wake(change.run.id);
          else this.ended(change.owner);
      },
      reload: async () => {
        await this.reload();
        for (const { id } of this.inOrder()) this.wake(id, WAKE_MS);
      },
    });
  }

  async onModuleInit(): Promise<void> {
    await this.reload();
  }

  onModuleDestroy(): void {
    for (const timer of this.timers.values()) clearTimeout(timer);
    this.timers.clear();
  }

  whenDue(due: (run: RunState) => void): void {
    this.due = due;
  }

  /** @param ended is told of a routine of which a run ended */
  whenEnded(ended: (owner: string) => void): void {
    this.ended = ended;
  }

  /** Reads what is on disk; timers are set by `wake`. */
  async reload(): Promise<void> {
    await this.database.readBetween(async (manager) => {
      const rows = await manager.find(RunRow);
      this.onModuleDestroy();
      this.runs.clear();
      this.owners.clear();
      for (const { id, state } of rows) {
        const run = this.read(state);
        if (run === undefined) this.log.warn({ id }, 'a run that waited cannot be read, and is left');
        else this.keep(run);
      }
    });
  }

  all(): RunState[] {
    return [...this.runs.values()];
  }

  /** Those that are due first in front, for timers that ring together ring in the order they were set. */
  inOrder(): RunState[] {
    const dueOf = ({ awaiting }: RunState): number => (awaiting.for === 'time' ? awaiting.until : 0);
    return this.all().sort((a, b) => dueOf(a) - dueOf(b));
  }

  find(id: string): RunState | undefined {
    return this.runs.get(id);
  }

  of(owner: string): { readonly running: number; readonly inTurn: number } {
    const runs = this.owners.get(owner);
    return { running: runs?.running.size ?? 0, inTurn: runs?.inTurn.size ?? 0 };
  }

  /** The start that has waited longest for its turn, when nothing of its routine runs any more. */
  nextInTurn(owner: string): RunState | undefined {
    const runs = this.owners.get(owner);
    if (runs === undefined || runs.running.size > 0) return undefined;
    const [first] = runs.inTurn;
    return first === undefined ? undefined : this.runs.get(first);
  }

  apply(change: RunChange): void {
    if (change.kind === 'run') this.keep(change.run);
    else this.drop(change.id, change.owner);
  }

  /**
   * Sets the timer of a run that waits for a time. To be called once it is on disk.
   *
   * @param least milliseconds it waits at least, however long it is due
   */
  wake(id: string, least = 0): void {
    const run = this.runs.get(id);
    if (run?.awaiting.for !== 'time') return;
    clearTimeout(this.timers.get(id));
    const ms = Math.min(Math.max(least, run.awaiting.until - Date.now()), LONGEST_MS);
    this.timers.set(
      id,
      setTimeout(() => {
        this.timers.delete(id);
        const now = this.runs.get(id);
        if (now !== undefined) this.due(now);
      }, ms),
    );
  }

  /** Writes changes down, within the caller’s write; what a message begins and ends at once leaves nothing. */
  async write(manager: EntityManager, changes: readonly RunChange[]): Promise<void> {
    if (changes.length === 0) return;
    const last = new Map(
      changes.map((change) => [change.kind === 'run' ? change.run.id : change.id, change]),
    );
    const kept: string[][] = [];
    const gone: string[] = [];
    for (const [id, change] of last)
      if (change.kind === 'run') kept.push([id, change.run.owner, JSON.stringify(saveRun(change.run))]);
      else gone.push(id);
    if (kept.length > 0)
      await manager.query(
        `INSERT OR REPLACE INTO runs (id, owner, state) SELECT value ->> 0, value ->> 1, value ->> 2 FROM json_each(?)`,
        [JSON.stringify(kept)],
      );
    if (gone.length > 0)
      await manager.query('DELETE FROM runs WHERE id IN (SELECT value FROM json_each(?))', [
        JSON.stringify(gone),
      ]);
  }

  private keep(run: RunState): void {
    this.runs.set(run.id, run);
    const runs = this.owners.get(run.owner) ?? { running: new Set(), inTurn: new Set() };
    this.owners.set(run.owner, runs);
    const waitsItsTurn = run.awaiting.for === 'turn';
    (waitsItsTurn ? runs.running : runs.inTurn).delete(run.id);
    (waitsItsTurn ? runs.inTurn : runs.running).add(run.id);
  }

  private drop(id: string, owner: string): void {
    this.runs.delete(id);
    clearTimeout(this.timers.get(id));
    this.timers.delete(id);
    const runs = this.owners.get(owner);
    runs?.running.delete(id);
    runs?.inTurn.delete(id);
    if (runs !== undefined && runs.running.size + runs.inTurn.size === 0) this.owners.delete(owner);
  }

  private read(state: string): RunState | undefined {
    try {
      return restoreRun(JSON.parse(state) as SavedRun, (id, title, routine) =>
        this.prepare(id, title, routine),
      );
    } catch {
      return undefined;
    }
  }

  private prepare(id: string, title: string, routine: Routine): PreparedRoutine {
    const text = JSON.stringify([id, title, routine]);
    const prepared = this.prepared.get(text) ?? prepareRoutine(id, title, routine);
    this.prepared.set(text, prepared);
    return prepared;
  }
}

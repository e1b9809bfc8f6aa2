import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { DrawState } from '@gully/core/random';
import type { CounterChange, CounterState, DrawChange } from '@gully/core/routines';
import { CounterRow, Database, DrawRow, type EntityManager } from '../database/index.js';

/**
 * What routines remember, in memory: counters and draws. Filled from the database and
 * never ahead of it for long, as the commands' store is.
 */
@Injectable()
export class RoutinesStore implements OnModuleInit {
  private readonly counters = new Map<string, CounterState>();
  private readonly draws = new Map<string, DrawState>();

  constructor(private readonly database: Database) {}

  async onModuleInit(): Promise<void> {
    await this.reload();
  }

  /** Reads everything anew; through the door for writing, as the commands' store does, and for its reason. */
  async reload(): Promise<void> {
    await this.database.write(async (manager) => {
      const counters = await manager.find(CounterRow);
      const draws = await manager.find(DrawRow);
      this.counters.clear();
      this.draws.clear();
      for (const { name, value, most } of counters) this.counters.set(name, { value, most });
      for (const { owner, step, state } of draws) {
        const parsed = parseState(state);
        if (parsed !== undefined) this.draws.set(keyOf(owner, step), parsed);
      }
    });
  }

  counter(name: string): CounterState | undefined {
    return this.counters.get(name);
  }

  counterNames(): Iterable<string> {
    return this.counters.keys();
  }

  drawState(owner: string, step: string): DrawState | undefined {
    return this.draws.get(keyOf(owner, step));
  }

  /** Takes a change into account at once, so that the next message of the same moment sees it. */
  apply(change: CounterChange | DrawChange): void {
    if (change.kind === 'draw') this.draws.set(keyOf(change.owner, change.step), change.state);
    else
      this.counters.set(change.counter, {
        value: change.value,
        most: Math.max(this.counters.get(change.counter)?.most ?? change.value, change.value),
      });
  }

  forgetCounter(name: string): void {
    this.counters.delete(name);
  }

  /** Writes changes down, within the caller’s write. */
  async write(manager: EntityManager, changes: readonly (CounterChange | DrawChange)[]): Promise<void> {
    for (const change of changes) await this.writeOne(manager, change);
  }

  private async writeOne(manager: EntityManager, change: CounterChange | DrawChange): Promise<void> {
    if (change.kind === 'draw') {
      await manager.query(
        `INSERT INTO draws (owner, step, state) VALUES (?, ?, ?)
         ON CONFLICT (owner, step) DO UPDATE SET state = excluded.state`,
        [change.owner, change.step, JSON.stringify(change.state)],
      );
      return;
    }
    await manager.query(
      `INSERT INTO counters (name, value, most, changed_at) VALUES (?, ?, ?, ?)
       ON CONFLICT (name) DO UPDATE SET value = excluded.value, most = max(most, excluded.value),
         changed_at = excluded.changed_at`,
      [change.counter, change.value, change.value, change.at],
    );
  }
}

function keyOf(owner: string, step: string): string {
  return `${owner} ${step}`;
}

function parseState(text: string): DrawState | undefined {
  try {
    return JSON.parse(text) as DrawState;
  } catch {
    // A draw that cannot be read begins a new round; nothing else hangs on it.
    return undefined;
  }
}

import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { CounterChange, CounterState } from '@gully/core/routines';
import { Database, type EntityManager } from '../database/index.js';
import { CounterRow } from './rows.js';
import { ChannelWorld, Keepers } from '../live/index.js';
import { NewsService } from '../news/index.js';

/** The counters, in memory. Never ahead of the disk for long. */
@Injectable()
export class CountersStore implements OnModuleInit {
  private readonly counters = new Map<string, CounterState>();
  private readonly named: (() => readonly string[])[] = [];

  constructor(
    private readonly database: Database,
    private readonly news: NewsService,
    world: ChannelWorld,
    keepers: Keepers,
  ) {
    const view = {
      of: (name: string) => this.counters.get(name),
      names: () => [...new Set([...this.counters.keys(), ...this.named.flatMap((names) => names())])],
    };
    world.add('counters', { look: () => view });
    keepers.add({
      kinds: ['counter'],
      ofViewers: false,
      apply: (change) => {
        this.apply(change);
      },
      write: (manager, changes) => this.write(manager, changes),
      written: (changes) => {
        for (const { counter, value } of changes) this.publish(counter, value);
      },
      reload: () => this.reload(),
    });
  }

  /** @param names of counters that something would change; they are known before they ever were */
  alsoNamed(names: () => readonly string[]): void {
    this.named.push(names);
  }

  async onModuleInit(): Promise<void> {
    await this.reload();
  }

  private async reload(): Promise<void> {
    await this.database.readBetween(async (manager) => {
      const rows = await manager.find(CounterRow);
      this.counters.clear();
      for (const { name, value, most } of rows) this.counters.set(name, { value, most });
    });
  }

  /** Sets a counter, making it if there is none of the name. To be called in turn among the jobs. */
  async set(name: string, value: number): Promise<void> {
    const change = { kind: 'counter', counter: name, value, at: Date.now() } as const;
    await this.database.write((manager) => this.write(manager, [change]));
    this.apply(change);
    this.publish(name, value);
  }

  /** The same, with nothing of it left. */
  async remove(name: string): Promise<void> {
    await this.database.write((manager) => manager.delete(CounterRow, { name }));
    this.counters.delete(name);
    this.publish(name, null);
  }

  private publish(name: string, value: number | null): void {
    this.news.publish('counter', { name, value });
  }

  private apply({ counter, value }: CounterChange): void {
    const most = Math.max(this.counters.get(counter)?.most ?? value, value);
    this.counters.set(counter, { value, most });
  }

  /** Of many changes of one counter only the last is written, with the highest of all. */
  private async write(manager: EntityManager, changes: readonly CounterChange[]): Promise<void> {
    const last = new Map<string, CounterState & { readonly at: number }>();
    for (const { counter, value, at } of changes)
      last.set(counter, { value, at, most: Math.max(last.get(counter)?.most ?? value, value) });
    for (const [name, { value, most, at }] of last)
      await manager.query(
        `INSERT INTO counters (name, value, most, changed_at) VALUES (?, ?, ?, ?)
         ON CONFLICT (name) DO UPDATE SET value = excluded.value, most = max(most, excluded.most),
           changed_at = excluded.changed_at`,
        [name, value, most, at],
      );
  }
}

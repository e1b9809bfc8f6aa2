import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { Database } from '../database/index.js';
import { SettingRow } from './rows.js';
import { JobQueue } from '../jobs/index.js';
import { NewsService } from '../news/index.js';
import { Problem } from '../problem/index.js';
import { Listeners } from '../signals/index.js';

/** Something a channel is set to. An area declares its own, and nothing else has to know it. */
export interface SettingOf<T> {
  readonly name: string;
  /** what it is while nobody changed it */
  readonly fallback: T;
}

export interface Setting<T> {
  readonly value: T;
  /** 0 while it was never changed */
  readonly version: number;
}

/** What the channel is set to. Every value a setting has had is kept, and one step back is possible. */
@Injectable()
export class SettingsService implements OnModuleInit {
  private readonly current = new Map<string, Setting<unknown>>();
  private readonly changed = new Map<string, number>();
  private readonly listeners = new Listeners<[name: string]>();

  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly news: NewsService,
  ) {}

  async onModuleInit(): Promise<void> {
    const rows = await this.database.read.find(SettingRow, { order: { version: 'ASC' } });
    for (const { key, version, value, changedAt } of rows) {
      const parsed = parse(value);
      // One that cannot be read is as if it had not been set; the one before it holds.
      if (parsed === undefined) continue;
      this.current.set(key, { value: parsed, version });
      this.changed.set(key, changedAt);
    }
  }

  get<T>({ name, fallback }: SettingOf<T>): Setting<T> {
    return (this.current.get(name) ?? { value: fallback, version: 0 }) as Setting<T>;
  }

  /** When it was last changed, in UTC milliseconds; undefined while it never was. */
  changedAt({ name }: Pick<SettingOf<unknown>, 'name'>): number | undefined {
    return this.changed.get(name);
  }

  /** Calls `listener` with the name of a setting after it has changed. */
  subscribe(listener: (name: string) => void): void {
    this.listeners.add(listener);
  }

  /** Sets it, on disk before it is answered. @param version the one the change was made on */
  set<T>(of: SettingOf<T>, value: T, version: number, actor: Actor): Promise<Setting<T>> {
    return this.queue.alone(() => this.setAlone(of, value, version, actor));
  }

  private async setAlone<T>(of: SettingOf<T>, value: T, version: number, actor: Actor): Promise<Setting<T>> {
    const { name } = of;
    const before = this.get(of);
    if (before.version !== version)
      throw new Problem(
        409,
        'Someone else changed this setting',
        'Nothing was overwritten. Check what it is now and change it again.',
        { current: before },
      );
    const next = { value, version: version + 1 };
    const changedAt = Date.now();
    await this.database.write((manager) =>
      manager.insert(SettingRow, {
        key: name,
        version: next.version,
        value: JSON.stringify(value),
        changedAt,
        actor,
      }),
    );
    this.current.set(name, next);
    this.changed.set(name, changedAt);
    this.listeners.tell(name);
    this.news.publish('setting', { key: name });
    return next;
  }
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

import { Injectable, type OnModuleInit } from '@nestjs/common';
import { DEFAULT_PREFIX } from '@gully/core/commands';
import { BREATHING, type BreathingRoom } from '@gully/core/timers';
import type { Persona } from './persona.js';
import { Database, SettingRow } from '../database/index.js';
import { JobQueue } from '../queue/index.js';
import { NewsService } from '../news/index.js';
import { Problem } from '../problem/index.js';

export interface Settings {
  /** what stands before a command's name */
  prefix: string;
  /** who one may be in the rehearsal */
  personas: readonly Persona[];
  /** how often timers may speak */
  'breathing-room': BreathingRoom;
}
type Key = keyof Settings;

export interface Setting<K extends Key> {
  readonly value: Settings[K];
  /** 0 while it was never changed */
  readonly version: number;
}

const DEFAULTS: Settings = {
  prefix: DEFAULT_PREFIX,
  personas: [],
  'breathing-room': BREATHING,
};

/** What the channel is set to. Every value a setting has had is kept, and one step back is possible. */
@Injectable()
export class SettingsService implements OnModuleInit {
  private readonly current = new Map<Key, Setting<Key>>();
  private readonly followers: ((key: Key) => void)[] = [];

  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly news: NewsService,
  ) {}

  async onModuleInit(): Promise<void> {
    const rows = await this.database.read.find(SettingRow, { order: { version: 'ASC' } });
    for (const { key, version, value } of rows) {
      const parsed = parse(value);
      // One that cannot be read is as if it had not been set; the one before it holds.
      if (key in DEFAULTS && parsed !== undefined)
        this.current.set(key as Key, { value: parsed as Settings[Key], version });
    }
  }

  get<K extends Key>(key: K): Setting<K> {
    return (this.current.get(key) ?? { value: DEFAULTS[key], version: 0 }) as Setting<K>;
  }

  /** Calls `follower` after a setting has changed. */
  follow(follower: (key: Key) => void): void {
    this.followers.push(follower);
  }

  /** Sets it, on disk before it is answered. @param version the one the change was made on */
  set<K extends Key>(key: K, value: Settings[K], version: number): Promise<Setting<K>> {
    return this.queue.alone(() => this.setAlone(key, value, version));
  }

  private async setAlone<K extends Key>(key: K, value: Settings[K], version: number): Promise<Setting<K>> {
    const before = this.get(key);
    if (before.version !== version)
      throw new Problem(
        409,
        'Somebody changed this setting meanwhile',
        'Nothing was overwritten. Look at what it is now and change it again.',
        { current: before },
      );
    const next = { value, version: version + 1 };
    await this.database.write((manager) =>
      manager.insert(SettingRow, {
        key,
        version: next.version,
        value: JSON.stringify(value),
        changedAt: Date.now(),
      }),
    );
    this.current.set(key, next);
    for (const follower of this.followers) follower(key);
    this.news.publish('setting', { key });
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

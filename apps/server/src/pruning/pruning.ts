import { Inject, Injectable, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import { encodeTime } from 'ulid';
import { ChatLog, staleHours } from '../chat/index.js';
import { Database } from '../database/index.js';
import { LOG, type Log } from '../log/index.js';
import { SettingsService, type SettingOf } from '../settings/index.js';

const DAY_MS = 86_400_000;
/** How long after the start it is first looked, in milliseconds; a start has enough to do. */
const FIRST_MS = 10 * 60_000;
/** Rows that go in one write, and the rest for chat behind it. */
const TOGETHER = 200;
const REST_MS = 100;
/** Tables whose ids tell when a row was made; the oldest go first. */
const TABLES: readonly PrunedTable[] = [{ name: 'chat_lines' }, { name: 'activity' }, { name: 'run_log' }];

/** A table whose ids tell when a row was made. */
export interface PrunedTable {
  readonly name: string;
  /** which rows may go; all where it is left out */
  readonly where?: string;
  /** days they are kept at least, however short the setting is */
  readonly least?: number;
}

/** Days that chat's lines, the activity and what ran are kept; 0 for good. */
export const KEPT_DAYS: SettingOf<number> = { name: 'kept-days', fallback: 90 };

/** Once a day, lets go of what is older than it is to be kept, a little at a time. */
@Injectable()
export class Pruning implements OnApplicationBootstrap, OnModuleDestroy {
  private timer: NodeJS.Timeout | undefined;
  private running: Promise<number> | undefined;
  private ending = false;
  private readonly tables = [...TABLES];

  constructor(
    private readonly database: Database,
    private readonly settings: SettingsService,
    private readonly chatLog: ChatLog,
    @Inject(LOG) private readonly log: Log,
  ) {}

  /** Has a table of an area pruned with the rest. */
  add(table: PrunedTable): void {
    this.tables.push(table);
  }

  onApplicationBootstrap(): void {
    this.later(FIRST_MS);
    this.settings.subscribe((name) => {
      if (name === KEPT_DAYS.name) void this.prune();
    });
  }

  async onModuleDestroy(): Promise<void> {
    this.ending = true;
    clearTimeout(this.timer);
    await this.running;
  }

  /** Lets go of what is too old by now. @returns how many rows; never rejects */
  prune(): Promise<number> {
    this.running ??= this.pruneAll().finally(() => {
      this.running = undefined;
      this.later(DAY_MS);
    });
    return this.running;
  }

  private later(ms: number): void {
    clearTimeout(this.timer);
    if (!this.ending) this.timer = setTimeout(() => void this.prune(), ms).unref();
  }

  private async pruneAll(): Promise<number> {
    const { value: days } = this.settings.get(KEPT_DAYS);
    if (days === 0) return 0;
    let gone = 0;
    try {
      const before = await this.oldestKept(days);
      if (before === undefined) return 0;
      for (const table of this.tables) gone += await this.pruneTable(table, before);
      await this.pruneHours(before);
      if (gone > 0) this.chatLog.forgetBefore(before);
    } catch (error) {
      this.log.error({ error }, 'what is too old could not be let go of; it is tried again tomorrow');
    }
    if (gone > 0) this.log.info({ gone, days }, 'let go of what was too old');
    return gone;
  }

  /**
   * Counted from the newest line there is, where that is older than now: a clock set years ahead,
   * or a channel that was silent for months, loses nothing by it.
   */
  private async oldestKept(days: number): Promise<string | undefined> {
    const rows = await this.database.read.query<{ at: number }[]>(
      'SELECT at FROM chat_lines ORDER BY id DESC LIMIT 1',
    );
    const newest = rows[0]?.at;
    if (newest === undefined) return undefined;
    return encodeTime(Math.max(0, Math.min(Date.now(), newest) - days * DAY_MS), 10);
  }

  /** The hours that lead to lines go once the lines have. */
  private async pruneHours(before: string): Promise<void> {
    while (!this.ending) {
      const stale = await staleHours(this.database, before, TOGETHER);
      if (stale.length === 0) return;
      const keys = JSON.stringify(stale.map(({ viewerId, hour }) => [viewerId, hour]));
      await this.database.write((manager) =>
        manager.query(
          `DELETE FROM viewer_hours
           WHERE (viewer_id, hour) IN (SELECT value ->> 0, value ->> 1 FROM json_each(?))`,
          [keys],
        ),
      );
      await new Promise((resolve) => setTimeout(resolve, REST_MS));
    }
  }

  private async pruneTable(
    { name, where = 'true', least = 0 }: PrunedTable,
    oldest: string,
  ): Promise<number> {
    const kept = encodeTime(Math.max(0, Date.now() - least * DAY_MS), 10);
    const before = oldest < kept ? oldest : kept;
    for (let gone = 0; ;) {
      if (this.ending) return gone;
      const rows = await this.database.write((manager) =>
        manager.query<object[]>(
          `DELETE FROM ${name} WHERE id IN (SELECT id FROM ${name} WHERE id < ? AND ${where} ORDER BY id LIMIT ?) RETURNING 1`,
          [before, TOGETHER],
        ),
      );
      gone += rows.length;
      if (rows.length < TOGETHER) return gone;
      await new Promise((resolve) => setTimeout(resolve, REST_MS));
    }
  }
}

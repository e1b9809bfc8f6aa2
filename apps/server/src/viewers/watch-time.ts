import { Inject, Injectable, type BeforeApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import { viewerKey } from '@gully/core/viewers';
import { ConnectionService, type Present } from '../chat/index.js';
import { ConnectionSettings } from '../connection/index.js';
import { Database, type EntityManager } from '../database/index.js';
import { JobQueue } from '../jobs/index.js';
import { LOG, type Log } from '../log/index.js';
import { StreamService } from '../stream/index.js';
import { ViewersService, type Seen } from './viewers.service.js';

/** How often what has been watched is written down. */
const TICK_MS = 30_000;
/** A longer pause between two ticks was a machine asleep, not someone watching. */
const LONGEST_TICK_MS = 120_000;
/** Viewers in one write, so that chat never waits for long. */
const TOGETHER = 500;

interface Watched {
  readonly nick: string;
  ms: number;
}

/**
 * Counts watch time: presence in the room while the stream is live, and offline where that is set. Written every half
 * minute, so a power cut loses at most that.
 */
@Injectable()
export class WatchTime implements OnModuleInit, BeforeApplicationShutdown {
  private readonly waiting = new Map<string, Watched>();
  /** up to when it has been counted, UTC milliseconds */
  private countedTo = Date.now();
  private timer: NodeJS.Timeout | undefined;
  /** whether time counts while offline too */
  private offlineToo: () => boolean = () => false;

  constructor(
    private readonly connection: ConnectionService,
    private readonly stream: StreamService,
    private readonly viewers: ViewersService,
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly connectionSettings: ConnectionSettings,
    @Inject(LOG) private readonly log: Log,
  ) {}

  /** @param offlineToo whether time counts while offline too; asked each time */
  countBy(offlineToo: () => boolean): void {
    this.offlineToo = offlineToo;
  }

  onModuleInit(): void {
    this.connection.subscribe({
      left: (member) => {
        this.count(member, Date.now());
      },
    });
    this.timer = setInterval(() => void this.tick(Date.now()), TICK_MS).unref();
  }

  async beforeApplicationShutdown(): Promise<void> {
    clearInterval(this.timer);
    await this.tick(Date.now());
  }

  /** Counts up to `now` for all who are present, and writes it down. */
  async tick(now: number): Promise<void> {
    for (const member of this.connection.room.present()) this.count(member, now);
    this.countedTo = now;
    const waiting = [...this.waiting];
    this.waiting.clear();
    for (let at = 0; at < waiting.length; at += TOGETHER) {
      const some = waiting.slice(at, at + TOGETHER);
      try {
        await this.queue.alone(() => this.write(some, now));
      } catch (error) {
        this.log.error({ error, count: some.length }, 'watch time could not be written and is lost');
      }
    }
  }

  private count({ key, nick, since }: Present, now: number): void {
    const { live, liveSince } = this.stream.state;
    const counts = live || this.offlineToo();
    if (!counts || key === this.connection.self || key === viewerKey(nick, this.connectionSettings.room.nick))
      return;
    const begun = this.offlineToo() ? 0 : (liveSince ?? 0);
    const from = Math.max(since, this.countedTo, begun, now - LONGEST_TICK_MS);
    if (now <= from) return;
    const watched = this.waiting.get(key) ?? { nick, ms: 0 };
    watched.ms += now - from;
    this.waiting.set(key, watched);
  }

  private async write(some: readonly (readonly [string, Watched])[], now: number): Promise<void> {
    const seen = some.map(([key, { nick }]): Seen => ({ key, name: nick, role: 'viewer', at: now }));
    const { viewers, fresh } = await this.viewers.identify(seen);
    const counted = some.flatMap(([key, { ms }]) => {
      const row = viewers.get(key);
      return row === undefined || row.bot || row.ignored ? [] : [{ row, ms: Math.round(ms) }];
    });
    await this.database.write(async (manager: EntityManager) => {
      await this.viewers.insert(manager, fresh);
      for (const { row, ms } of counted)
        await manager.query(
          'UPDATE viewers SET watch_ms = watch_ms + ?, last_seen = max(last_seen, ?) WHERE id = ?',
          [ms, now, row.id],
        );
    });
    for (const row of fresh) this.viewers.remember(row);
    for (const { row, ms } of counted) row.watchMs += ms;
  }
}

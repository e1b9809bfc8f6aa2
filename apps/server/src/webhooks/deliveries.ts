import { Inject, Injectable, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import type { PostChange } from '@gully/core/webhooks';
import { Environment } from '../configuration/index.js';
import { Database, type EntityManager } from '../database/index.js';
import { DeliveryRow } from './rows.js';
import { Keepers } from '../live/index.js';
import { LOG, type Log } from '../log/index.js';
import { NewsService } from '../news/index.js';
import { Alarm } from '../signals/index.js';
import { send, type Answer } from './sending.js';
import { WebhooksStore } from './webhooks.store.js';

const SECOND = 1_000;
const MINUTE = 60 * SECOND;
const HOUR = 60 * MINUTE;
/** Pauses after each try that failed; they come to about 24 h in all. */
export const PAUSES: readonly number[] = [
  5 * SECOND,
  30 * SECOND,
  2 * MINUTE,
  10 * MINUTE,
  30 * MINUTE,
  HOUR,
  2 * HOUR,
  4 * HOUR,
  8 * HOUR,
  8 * HOUR,
];
/** Posts under way at once. */
const AT_ONCE = 4;
/** Deliveries that are kept when they are over. */
const KEPT = 2_000;

/** Brings posts to their webhooks: each is on disk first, and tried until it arrives or a day is over. */
@Injectable()
export class Deliveries implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly alarm = new Alarm(() => void this.work());
  private readonly under = new Set<string>();
  private ended = false;

  constructor(
    private readonly environment: Environment,
    private readonly database: Database,
    private readonly webhooks: WebhooksStore,
    private readonly news: NewsService,
    keepers: Keepers,
    @Inject(LOG) private readonly log: Log,
  ) {
    keepers.add({
      kinds: ['post'],
      ofViewers: false,
      // Nothing of it is in memory: what is on disk is looked for.
      apply: () => undefined,
      reload: () => Promise.resolve(),
      write: (manager, changes) => this.write(manager, changes),
      written: () => {
        this.soon();
      },
    });
  }

  onApplicationBootstrap(): void {
    this.soon();
  }

  onModuleDestroy(): void {
    this.ended = true;
    this.alarm.stop();
  }

  get allowed(): readonly string[] {
    return this.environment.GULLY_WEBHOOK_ALLOW.split(',')
      .map((host) => host.trim().toLowerCase())
      .filter((host) => host !== '');
  }

  /** Writes posts down, within the caller’s write; `soon` then brings them. */
  private async write(manager: EntityManager, posts: readonly PostChange[]): Promise<void> {
    for (const { id, webhook, body, at } of posts)
      await manager.query(
        'INSERT OR IGNORE INTO deliveries (id, webhook, body, at, next_at) VALUES (?, ?, ?, ?, ?)',
        [id, webhook, body, at, at],
      );
    if (posts.length > 0)
      await manager.query(
        `DELETE FROM deliveries WHERE state <> 'waiting' AND at <
           (SELECT at FROM deliveries ORDER BY at DESC LIMIT 1 OFFSET ?)`,
        [KEPT],
      );
  }

  /** Sends one again, from the first try. */
  async again(id: string): Promise<boolean> {
    const { affected } = await this.database.write((manager) =>
      manager.update(DeliveryRow, { id }, { state: 'waiting', nextAt: Date.now(), tries: 0 }),
    );
    this.soon();
    return affected !== 0;
  }

  /** Looks for what is due now. */
  soon(): void {
    this.alarm.set(0);
  }

  private async work(): Promise<void> {
    try {
      const rows = await this.database.read.find(DeliveryRow, {
        where: { state: 'waiting' },
        order: { nextAt: 'ASC' },
        take: AT_ONCE * 4,
      });
      const idle = rows.filter(({ id }) => !this.under.has(id));
      const due = idle
        .filter(({ nextAt }) => (nextAt ?? 0) <= Date.now())
        .slice(0, AT_ONCE - this.under.size);
      for (const row of due) void this.bring(row);
      const [next] = idle.filter((row) => !due.includes(row));
      if (next !== undefined && this.under.size < AT_ONCE) this.alarm.set(next.nextAt ?? 0, 10);
    } catch (error) {
      this.log.error({ error }, 'posts to webhooks could not be looked for');
      this.alarm.set(Date.now() + 30 * SECOND);
    }
  }

  private async bring(row: DeliveryRow): Promise<void> {
    this.under.add(row.id);
    try {
      const webhook = this.webhooks.find(row.webhook);
      const answer: Answer =
        webhook === undefined
          ? { arrived: false, final: true, words: 'There is no such webhook any more' }
          : await send({ ...webhook, id: row.id, body: row.body }, this.allowed, Date.now());
      if (!this.ended) await this.keep(row, answer);
    } catch (error) {
      this.log.error({ error }, 'what came of a post could not be written');
    } finally {
      this.under.delete(row.id);
      if (!this.ended) this.soon();
    }
  }

  private async keep({ id, tries }: DeliveryRow, { arrived, final, words }: Answer): Promise<void> {
    const pause = PAUSES[tries];
    const over = arrived || final || pause === undefined;
    await this.database.write((manager) =>
      manager.update(
        DeliveryRow,
        { id },
        {
          tries: tries + 1,
          answer: words,
          state: arrived ? 'arrived' : over ? 'given-up' : 'waiting',
          nextAt: over ? null : Date.now() + pause,
        },
      ),
    );
    this.news.publish('delivery', { id });
  }
}

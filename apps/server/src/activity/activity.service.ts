import { Inject, Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import type { About, ActivityKind, ActivityView } from '@gully/core/news';
import { Batch, Database, idsInOrder, insertMany, newestFirst, type ReadOptions } from '../database/index.js';
import { ActivityRow } from './rows.js';
import { LOG, type Log } from '../log/index.js';
import { NewsService } from '../news/index.js';

/** Which of it. */
export interface ActivityFilter {
  readonly before?: string | undefined;
  /** the id of the viewer who had it happen */
  readonly viewer?: string | undefined;
  readonly kind?: ActivityKind | undefined;
}

/** What happened on the channel, as plain lines for On air. */
@Injectable()
export class ActivityService {
  private readonly nextId = idsInOrder();
  private readonly batch: Batch<ActivityRow>;

  constructor(
    private readonly database: Database,
    private readonly news: NewsService,
    @Inject(LOG) log: Log,
  ) {
    this.batch = new Batch(
      database,
      (manager, rows) => insertMany(manager, ActivityRow, rows),
      (error, count) => {
        log.error({ error, count }, 'activity could not be written and is lost');
      },
    );
  }

  /**
   * @param actor who had it happen
   * @param about what can be opened from it
   */
  record(kind: ActivityKind, subject: string, text: string, actor: Actor = 'gully', about?: About): void {
    const row: ActivityRow = {
      id: this.nextId(),
      at: Date.now(),
      kind,
      subject,
      text,
      actor,
      about: aboutText(about),
    };
    this.batch.add(row);
    this.news.publishLazily('activity', () => viewOf(row));
  }

  /** What came before the entry `before`, or the newest; newest first. */
  async page(
    { before, viewer, kind }: ActivityFilter,
    limit: number,
    options?: ReadOptions,
  ): Promise<ActivityView[]> {
    await this.batch.flush();
    const query = newestFirst(this.database.read, ActivityRow, before, limit);
    if (viewer !== undefined) query.andWhere('row.actor = :actor', { actor: `viewer:${viewer}` });
    if (kind !== undefined) query.andWhere('row.kind = :kind', { kind });
    return (await this.database.long.find(query, options)).map(viewOf);
  }
}

/** As it is kept. */
export function aboutText(about: About | undefined): string | null {
  return about === undefined ? null : `${about.kind}:${about.id}`;
}

function viewOf({ id, at, kind, subject, text, about }: ActivityRow): ActivityView {
  // A run's id has colons of its own.
  const [, of, aboutId] = /^(\w+):(.+)$/u.exec(about ?? '') ?? [];
  return {
    id,
    at: new Date(at).toISOString(),
    kind,
    subject,
    text,
    about: aboutId === undefined ? null : { kind: of as About['kind'], id: aboutId },
  };
}

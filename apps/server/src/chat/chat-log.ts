import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { onceEnded, type ChatLine } from '@gully/core/chat';
import type { LineView } from '@gully/core/news';
import {
  Batch,
  Database,
  type EntityManager,
  idsInOrder,
  newestFirst,
  type ReadOptions,
} from '../database/index.js';
import { ChatLineRow } from './rows.js';
import { LOG, type Log } from '../log/index.js';
import { NewsService } from '../news/index.js';
import { eventRow, spokenRow, viewOf, whyOf, OWN, type EventLine, type TimedWhy } from './line-rows.js';
import { insertLines, linesOfViewers } from './lines-of-viewers.js';
import type { Cause } from './outbox.js';
import { ALL_LINES, narrow, type WantedLines } from './wanted-lines.js';

/** Messages whose why is kept whole, whatever came of them. */
export const WHYS_KEPT = 500;

/** Every line of chat, viewers' and the bot's own: told to open pages at once, written in batches. */
@Injectable()
export class ChatLog implements OnModuleInit {
  private readonly nextId = idsInOrder();
  private readonly newest: ChatLineRow[] = [];
  private readonly whys = new Map<string, TimedWhy>();
  /** lines that began a run that is not over, by the run's id */
  private readonly goingOn = new Map<string, ChatLineRow>();
  private readonly batch: Batch<ChatLineRow>;

  constructor(
    private readonly database: Database,
    private readonly news: NewsService,
    @Inject(LOG) log: Log,
  ) {
    this.batch = new Batch(database, insertLines, (error, count) => {
      log.error({ error, count }, 'chat lines could not be written and are lost from the log');
    });
  }

  async onModuleInit(): Promise<void> {
    await this.reload();
  }

  /** Takes the newest lines from disk again, after they were changed there. Whys not on disk are forgotten. */
  async reload(): Promise<void> {
    this.whys.clear();
    this.newest.length = 0;
    this.goingOn.clear();
    const rows = await this.database.read.find(ChatLineRow, { order: { id: 'DESC' }, take: WHYS_KEPT });
    this.newest.push(...rows.reverse());
    for (const row of this.newest) this.follow(row, whyOf(row));
  }

  /** Lines of one viewer, under any of their ids, older than the line `before`; newest first. */
  async linesOf(
    viewers: readonly string[],
    before: string | undefined,
    limit: number,
    options?: ReadOptions,
  ): Promise<LineView[]> {
    await this.batch.flush();
    const rows = await linesOfViewers(this.database, viewers, ALL_LINES, before, limit, options);
    return rows.map(viewOf);
  }

  /** An id for a line; later ones sort behind. */
  id(): string {
    return this.nextId();
  }

  record(line: ChatLine, why: TimedWhy): void {
    this.keep(line.id, why);
    const row = spokenRow(line, why);
    this.follow(row, why);
    this.add(row);
  }

  /** An event among the lines; to be told before its runs are. */
  recordEvent(event: EventLine, why: TimedWhy): void {
    this.keep(event.id, why);
    const row = eventRow(event, why);
    this.follow(row, why);
    this.add(row);
  }

  /** Has the line that began a run say how that ended. */
  runEnded(id: string, title: string, ended: Parameters<typeof onceEnded>[2]): void {
    const row = this.goingOn.get(id);
    if (row === undefined) return;
    this.goingOn.delete(id);
    const now = onceEnded(row, title, ended);
    Object.assign(row, now);
    const why = this.whys.get(row.id) ?? whyOf(row);
    if (why !== undefined) {
      row.why = JSON.stringify({ ...why, ...now });
      if (this.whys.has(row.id)) this.whys.set(row.id, { ...why, ...now });
    }
    this.batch.add(row);
    this.news.publishLazily('line', () => viewOf(row));
  }

  recordOwn(name: string, text: string, { because, viewer }: Cause, isPrivate = false): void {
    const row = {
      ...OWN,
      id: this.nextId(),
      at: Date.now(),
      causedBy: viewer ?? null,
      name,
      text,
      brief: because,
    };
    this.add(row, isPrivate);
  }

  /** Lines older than the line `before`, or the newest; oldest first. */
  async page(before: string | undefined, limit: number, options?: ReadOptions): Promise<LineView[]> {
    if (before === undefined && this.newest.length >= limit) return this.newest.slice(-limit).map(viewOf);
    await this.batch.flush();
    const query = newestFirst(this.database.read, ChatLineRow, before, limit);
    const rows = await this.database.long.find(query, options);
    if (before !== undefined) return rows.reverse().map(viewOf);
    // What the disk has not taken is shown all the same.
    const known = new Map([...rows, ...this.newest].map((row) => [row.id, row]));
    return [...known.values()]
      .sort((a, b) => (a.id < b.id ? -1 : 1))
      .slice(-limit)
      .map(viewOf);
  }

  /** Lines that fit, older than the line `before`; oldest first, back to the oldest that is kept. */
  async find(
    wanted: WantedLines,
    before: string | undefined,
    limit: number,
    options?: ReadOptions,
  ): Promise<LineView[]> {
    await this.batch.flush();
    const { viewer } = wanted;
    const rows =
      viewer === undefined
        ? await this.database.long.find(
            narrow(newestFirst(this.database.read, ChatLineRow, before, limit), wanted),
            options,
          )
        : await linesOfViewers(this.database, [viewer], wanted, before, limit, options);
    return rows.reverse().map(viewOf);
  }

  /** The why of a line: of the newest 500 always, of older ones when something happened. */
  async why(id: string): Promise<TimedWhy | undefined> {
    const kept = this.whys.get(id);
    if (kept !== undefined) return kept;
    const own = this.newest.findLast((row) => row.own && row.id === id);
    if (own !== undefined) return whyOf(own);
    await this.batch.flush();
    const row = await this.database.read.findOneBy(ChatLineRow, { id });
    return row === null ? undefined : whyOf(row);
  }

  /** Marks lines as taken out of chat; what they were stays in the log. */
  async markRemoved(ids: readonly string[]): Promise<void> {
    this.removeNow(ids);
    await this.batch.flush();
    await this.database.write((manager) => this.writeRemoved(manager, ids));
  }

  /** The same for pages alone; `writeRemoved` brings it to disk. */
  removeNow(ids: readonly string[]): void {
    const gone = new Set(ids);
    for (const row of [...this.newest, ...this.goingOn.values()]) if (gone.has(row.id)) row.removed = true;
    this.news.publish('removed', { ids });
  }

  /** Within the caller’s write, once the lines themselves are on disk. */
  async writeRemoved(manager: EntityManager, ids: readonly string[]): Promise<void> {
    await manager.query('UPDATE chat_lines SET removed = 1 WHERE id IN (SELECT value FROM json_each(?))', [
      JSON.stringify(ids),
    ]);
  }

  /** Lets go of lines older than an id, which are gone from disk. */
  forgetBefore(id: string): void {
    const first = this.newest.findIndex((row) => row.id >= id);
    this.newest.splice(0, first < 0 ? this.newest.length : first);
  }

  private follow(row: ChatLineRow, why: TimedWhy | undefined): void {
    for (const run of why?.runs ?? []) this.goingOn.set(run, row);
  }

  private keep(id: string, why: TimedWhy): void {
    this.whys.set(id, why);
    if (this.whys.size > WHYS_KEPT) this.whys.delete(this.whys.keys().next().value ?? '');
  }

  private add(row: ChatLineRow, isPrivate = false): void {
    this.newest.push(row);
    if (this.newest.length > WHYS_KEPT * 1.5) this.newest.splice(0, this.newest.length - WHYS_KEPT);
    this.batch.add(row);
    this.news.publishLazily('line', () => ({ ...viewOf(row), ...(isPrivate && { private: true }) }));
  }
}

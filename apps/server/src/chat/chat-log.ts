import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { onceEnded, strongestRole, type ChatLine, type Role, type Why } from '@gully/core/chat';
import type { LineView } from '@gully/core/news';
import type { EventKind } from '@gully/core/routines';
import { Batch, Database, idsInOrder, newestFirst, type ReadOptions } from '../database/index.js';
import { ChatLineRow } from './rows.js';
import { LOG, type Log } from '../log/index.js';
import { NewsService } from '../news/index.js';
import { insertLines, linesOfViewers } from './lines-of-viewers.js';
import type { Cause } from './outbox.js';
import { ALL_LINES, narrow, type WantedLines } from './wanted-lines.js';

/** Messages whose why is kept whole, whatever came of them. */
export const WHYS_KEPT = 500;

/** A why with how long the deciding took. */
export type TimedWhy = Why & { readonly tookMs: number };

const WRITTEN: Pick<ChatLineRow, 'causedBy' | 'own' | 'removed' | 'event' | 'byHand'> = {
  causedBy: null,
  own: false,
  removed: false,
  event: null,
  byHand: false,
};

/** What is the same of every line the bot says. Its brief says it all. */
export const OWN: Omit<ChatLineRow, 'id' | 'at' | 'name' | 'text' | 'brief'> = {
  ...WRITTEN,
  viewerId: null,
  role: 'viewer',
  roles: '',
  own: true,
  outcome: 'ran',
  why: null,
};

/** An event as it stands among the lines. */
export interface EventLine {
  /** of the event, which the line gets */
  readonly id: string;
  readonly at: number;
  readonly kind: EventKind;
  /** undefined for what the channel does itself */
  readonly viewer: string | undefined;
  readonly name: string;
  readonly roles: readonly Role[];
  /** in words that follow the name */
  readonly text: string;
  readonly byHand: boolean;
}

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

  recordOwn(name: string, text: string, { because, viewer }: Cause): void {
    this.add({
      ...OWN,
      id: this.nextId(),
      at: Date.now(),
      causedBy: viewer ?? null,
      name,
      text,
      brief: because,
    });
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
    const gone = new Set(ids);
    for (const row of [...this.newest, ...this.goingOn.values()]) if (gone.has(row.id)) row.removed = true;
    await this.batch.flush();
    await this.database.write((manager) =>
      manager.query('UPDATE chat_lines SET removed = 1 WHERE id IN (SELECT value FROM json_each(?))', [
        JSON.stringify(ids),
      ]),
    );
    this.news.publish('removed', { ids });
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

  private add(row: ChatLineRow): void {
    this.newest.push(row);
    if (this.newest.length > WHYS_KEPT * 1.5) this.newest.splice(0, this.newest.length - WHYS_KEPT);
    this.batch.add(row);
    this.news.publishLazily('line', () => viewOf(row));
  }
}

/** A viewer's line as it is kept: with its whole why when something came of it. */
export function spokenRow(line: ChatLine, why: TimedWhy): ChatLineRow {
  return {
    ...WRITTEN,
    id: line.id,
    at: line.at,
    viewerId: line.viewer,
    name: line.name,
    role: strongestRole(line.roles),
    roles: line.roles.join(' '),
    text: line.text,
    outcome: why.outcome,
    brief: why.brief,
    why: why.outcome === 'talk' ? null : JSON.stringify(why),
  };
}

/** An event as it is kept among the lines. */
export function eventRow({ kind, viewer, roles, ...event }: EventLine, why: TimedWhy): ChatLineRow {
  return {
    ...WRITTEN,
    ...event,
    event: kind,
    viewerId: viewer ?? null,
    role: strongestRole(roles),
    roles: roles.join(' '),
    outcome: why.outcome,
    brief: why.brief,
    why: JSON.stringify(why),
  };
}

function whyOf({ why, own, brief }: ChatLineRow): TimedWhy | undefined {
  if (own && why === null) {
    const decided = brief === '' ? 'Said' : `Said because ${brief}`;
    return { outcome: 'ran', brief, checks: [], decided, tookMs: 0 };
  }
  return why === null ? undefined : (JSON.parse(why) as TimedWhy);
}

function viewOf(row: ChatLineRow): LineView {
  const { id, at, viewerId, name, role, text, own, outcome, brief, removed, event, byHand } = row;
  return {
    id,
    at: new Date(at).toISOString(),
    viewer: viewerId,
    name,
    role,
    text,
    own,
    outcome,
    brief,
    removed,
    event,
    byHand,
  };
}

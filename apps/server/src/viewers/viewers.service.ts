import { Inject, Injectable } from '@nestjs/common';
import type { Role } from '@gully/core/chat';
import { In } from 'typeorm';
import { ulid } from 'ulid';
import { Batch, Database, insertMany, ViewerRow, type EntityManager } from '../database/index.js';
import { LOG, type Log } from '../log/index.js';

/** The one connection there is yet. Identity is the connection and the account together. */
const CONNECTION = 'irc';
/** Viewers kept in memory between messages; the rest are looked up. */
const CACHED = 10_000;

export interface Seen {
  /** the account or nick, as viewerKey gives it */
  readonly key: string;
  readonly name: string;
  readonly role: Role;
  readonly at: number;
}

export interface Identified {
  /** ids by key */
  readonly ids: ReadonlyMap<string, string>;
  /** those never seen before; they are not stored until `insert` is called */
  readonly fresh: readonly ViewerRow[];
}

interface Message extends Seen {
  readonly id: string;
}

@Injectable()
export class ViewersService {
  private readonly cache = new Map<string, string>();
  private readonly messages: Batch<Message>;

  constructor(
    private readonly database: Database,
    @Inject(LOG) log: Log,
  ) {
    this.messages = new Batch(database, countMessages, (error, count) => {
      log.error({ error, count }, 'message counts of viewers could not be written');
    });
  }

  /** Finds out who spoke. Names may change, the id stays. */
  async identify(seen: readonly Seen[]): Promise<Identified> {
    const unknown = [...new Set(seen.map(({ key }) => key).filter((key) => !this.cache.has(key)))];
    if (unknown.length > 0) {
      const rows = await this.database.read.findBy(ViewerRow, {
        connection: CONNECTION,
        account: In(unknown),
      });
      for (const { account, id } of rows) this.remember(account, id);
    }
    const ids = new Map<string, string>();
    const fresh: ViewerRow[] = [];
    for (const { key, name, role, at } of seen) {
      if (ids.has(key)) continue;
      const known = this.cache.get(key);
      const id = known ?? ulid();
      ids.set(key, id);
      if (known === undefined)
        fresh.push({
          id,
          connection: CONNECTION,
          account: key,
          name,
          role,
          firstSeen: at,
          lastSeen: at,
          messages: 0,
        });
    }
    return { ids, fresh };
  }

  /** Stores viewers that `identify` found to be new, within the caller’s write. */
  async insert(manager: EntityManager, fresh: readonly ViewerRow[]): Promise<void> {
    await insertMany(manager, ViewerRow, fresh);
  }

  /** To be called once `insert` is on disk. */
  remember(key: string, id: string): void {
    this.cache.delete(key);
    this.cache.set(key, id);
    if (this.cache.size > CACHED) this.cache.delete(this.cache.keys().next().value ?? '');
  }

  /** Counts a message; written in batches. */
  spoke(id: string, seen: Seen): void {
    this.messages.add({ ...seen, id });
  }

  /** A page of viewers, newest seen first, whose name contains `search`. */
  async page(
    search: string,
    limit: number,
    offset: number,
  ): Promise<{ viewers: ViewerRow[]; total: number }> {
    await this.messages.flush();
    const query = this.database.read.createQueryBuilder(ViewerRow, 'viewer');
    if (search !== '')
      query.where(`viewer.name LIKE :pattern ESCAPE '\\'`, {
        pattern: `%${search.replace(/[\\%_]/g, '\\$&')}%`,
      });
    const [viewers, total] = await query
      .orderBy('viewer.lastSeen', 'DESC')
      .addOrderBy('viewer.id')
      .skip(offset)
      .take(limit)
      .getManyAndCount();
    return { viewers, total };
  }
}

async function countMessages(manager: EntityManager, messages: readonly Message[]): Promise<void> {
  const byViewer = new Map<string, { newest: Message; count: number }>();
  for (const message of messages)
    byViewer.set(message.id, { newest: message, count: (byViewer.get(message.id)?.count ?? 0) + 1 });
  for (const { newest, count } of byViewer.values())
    await manager.query(
      'UPDATE viewers SET name = ?, role = ?, last_seen = ?, messages = messages + ? WHERE id = ?',
      [newest.name, newest.role, newest.at, count, newest.id],
    );
}

import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import type { Role } from '@gully/core/chat';
import type { World } from '@gully/core/channel';
import { foldNick, strangerFacts, type NamedViewer, type ViewerFacts } from '@gully/core/viewers';
import { In, IsNull } from 'typeorm';
import { CONNECTION } from '../chat/index.js';
import { Batch, breathe, Database, type EntityManager, insertMany, newId } from '../database/index.js';
import { ViewerRow } from './rows.js';
import { ChannelWorld } from '../live/index.js';
import { LOG, type Log } from '../log/index.js';
import { KnownViewers } from './known-viewers.js';
import { factsOf, newViewer } from './viewer-row.js';

export interface Seen {
  /** the account or nick, as viewerKey gives it */
  readonly key: string;
  readonly name: string;
  readonly role: Role;
  readonly at: number;
  readonly subscribedMonths?: number;
  /** 1 to 3; left out where it is not told */
  readonly subscribedTier?: number | undefined;
  readonly followedSince?: number | undefined;
}

export interface Identified {
  /** viewers by key; of a merged viewer, the one they are */
  readonly viewers: ReadonlyMap<string, ViewerRow>;
  /** those never seen before; they are not stored until `insert` is called */
  readonly fresh: readonly ViewerRow[];
}

interface Message extends Seen {
  readonly id: string;
  /** it was taken out of chat, so its writer counts as not having written */
  readonly removed: boolean;
}

/** Milliseconds after which a viewer who was not here is not meant by a name that another has too. */
const SHARED_MS = 30 * 86_400_000;

/** Who someone is, and what is counted of them as chat goes on. */
@Injectable()
export class ViewersService implements OnModuleInit {
  private readonly memory = new KnownViewers();
  /** found to be new, and not on disk yet: whoever meets them meanwhile gets the same row */
  private readonly pending = new Map<string, ViewerRow>();
  private readonly pendingById = new Map<string, ViewerRow>();
  private readonly messages: Batch<Message>;
  private readonly followers: (() => Promise<void>)[] = [];
  /** who followed last */
  private lastFollower = { name: '', since: 0 };

  constructor(
    private readonly database: Database,
    world: ChannelWorld,
    @Inject(LOG) log: Log,
  ) {
    const view: World['viewers'] = {
      // Name and roles as they are with this line; what is stored of them is older.
      // This line is theirs too, though it is counted only once it was decided.
      of: ({ viewer, name, roles, at }) => {
        const facts = this.facts(viewer) ?? strangerFacts(viewer, name, roles, at);
        return { ...facts, name, roles, messages: facts.messages + 1 };
      },
      known: (id) => this.facts(id),
      named: (name) => {
        const row = this.named(name);
        return row === undefined ? undefined : this.facts(row.id);
      },
      isShared: (name) => this.memory.isShared(name),
      lastWrote: (id) => this.memory.get(id)?.lastWrote ?? undefined,
    };
    world.add('viewers', { look: () => view });
    world.add('latest', { look: () => ({ follower: () => this.lastFollower.name }) });
    this.messages = new Batch(database, countMessages, (error, count) => {
      log.error({ error, count }, 'message counts of viewers could not be written');
    });
  }

  /** Has `follower` read again what hangs on viewers, after some were merged, erased or brought in from a file. */
  subscribe(follower: () => Promise<void>): void {
    this.followers.push(follower);
  }

  async onModuleInit(): Promise<void> {
    await this.readLastFollower();
  }

  private async readLastFollower(): Promise<void> {
    const [last] = await this.database.long.rows<{ name: string; since: number }>(
      `SELECT name, followed_since AS since FROM viewers
       WHERE followed_since IS NOT NULL AND merged_into IS NULL ORDER BY followed_since DESC LIMIT 1`,
      [],
    );
    this.lastFollower = last ?? { name: '', since: 0 };
  }

  /** To be called after viewers were changed on disk other than by chat going on, before anything is decided. */
  async changed(): Promise<void> {
    this.memory.forgetAll();
    await this.readLastFollower();
    for (const follower of this.followers) await follower();
  }

  /** The same where nothing but this row was changed. */
  forget(id: string): void {
    this.memory.forget(id);
  }

  /** A viewer as counted up to now; undefined for one who is not known at the moment. */
  known(id: string): Readonly<ViewerRow> | undefined {
    return this.memory.get(id);
  }

  /** Finds out who spoke. Names may change, the id stays. */
  async identify(seen: readonly Seen[]): Promise<Identified> {
    await this.load(seen.map(({ key }) => key));
    const viewers = new Map<string, ViewerRow>();
    const fresh: ViewerRow[] = [];
    for (const { key, name, role, at, subscribedMonths = 0, subscribedTier, followedSince } of seen) {
      const known = viewers.get(key) ?? this.memory.byAccount(key);
      if (known !== undefined) this.memory.keep(known, [key]);
      const row = known ?? this.pending.get(key) ?? newViewer(newId(), CONNECTION, key, name, role, at);
      if (known === undefined) {
        fresh.push(row);
        this.pending.set(key, row);
        this.pendingById.set(row.id, row);
      }
      // What the server says with a line is newer than what is stored; it is written with the counts.
      if (subscribedMonths > 0) row.subscribedMonths = subscribedMonths;
      if (subscribedTier !== undefined) row.subscribedTier = subscribedTier;
      if (followedSince !== undefined) row.followedSince = followedSince;
      viewers.set(key, row);
    }
    return { viewers, fresh };
  }

  /** Stores viewers that `identify` found to be new, within the caller’s write. Those stored meanwhile stay. */
  async insert(manager: EntityManager, fresh: readonly ViewerRow[]): Promise<void> {
    await insertMany(manager, ViewerRow, fresh, { known: 'passOver', searched: true });
  }

  /** To be called once `insert` is on disk. */
  remember(row: ViewerRow): void {
    this.pending.delete(row.account);
    this.pendingById.delete(row.id);
    this.memory.keep(row);
  }

  /** Writes down what an event said of a viewer, within the caller's write. */
  async stand(
    manager: EntityManager,
    id: string,
    { name, followedSince, subscribedMonths = 0, subscribedTier }: Seen,
  ): Promise<void> {
    if (followedSince === undefined && subscribedMonths === 0 && subscribedTier === undefined) return;
    if (followedSince !== undefined && followedSince >= this.lastFollower.since)
      this.lastFollower = { name, since: followedSince };
    await manager.query(
      `UPDATE viewers SET followed_since = coalesce(?, followed_since),
         subscribed_months = max(subscribed_months, ?), subscribed_tier = coalesce(?, subscribed_tier)
       WHERE id = ?`,
      [followedSince ?? null, subscribedMonths, subscribedTier ?? null, id],
    );
  }

  /** Counts a message; written in batches. */
  spoke(id: string, seen: Seen, removed = false): void {
    const row = this.memory.get(id);
    if (row !== undefined) {
      Object.assign(row, { name: seen.name, role: seen.role, lastSeen: seen.at });
      if (!removed) row.lastWrote = seen.at;
      row.messages += 1;
      this.memory.keep(row, [seen.key]);
    }
    this.messages.add({ ...seen, id, removed });
  }

  /** Makes viewers of these names known to `named`. */
  async loadNames(names: readonly string[]): Promise<void> {
    const unknown = [...new Set(names.map(foldNick))].filter((name) => !this.memory.hasLooked(name));
    if (unknown.length === 0) return;
    const rows = await this.database.read
      .createQueryBuilder(ViewerRow, 'viewer')
      // As one text, so that the statement is the same however many are looked for.
      .where(
        'viewer.name COLLATE NOCASE IN (SELECT value FROM json_each(:names)) AND viewer.merged_into IS NULL',
        { names: JSON.stringify(unknown) },
      )
      .orderBy('viewer.last_seen', 'ASC')
      .take(500)
      .getMany();
    for (const name of unknown) {
      this.memory.hasBeenLooked(name);
      if (this.memory.byName(name) === undefined) this.memory.isNobody(name);
    }
    const since = Date.now() - SHARED_MS;
    // Of several, the one who was here last has it; those who were not for long do not count.
    for (const [at, row] of rows.entries()) {
      const name = foldNick(row.name);
      const isLast = !rows.slice(at + 1).some((later) => foldNick(later.name) === name);
      if (isLast || row.lastSeen > since) this.memory.keep(this.memory.get(row.id) ?? row);
    }
  }

  /** Names a person typed, each with the viewer it means now, if there is one. */
  async bind(named: readonly NamedViewer[]): Promise<Map<NamedViewer, NamedViewer>> {
    await this.loadNames(named.map(({ name }) => plainName(name)));
    return new Map(
      named.map((each) => {
        const name = plainName(each.name);
        return [each, { name, viewer: each.viewer ?? this.named(foldNick(name))?.id ?? null }];
      }),
    );
  }

  /** A viewer by name, among those met lately or loaded by `loadNames`. */
  named(name: string): ViewerRow | undefined {
    return this.memory.byName(name);
  }

  /** Makes viewers known by their ids, whether they are here or not. */
  async loadIds(ids: readonly string[]): Promise<void> {
    const unknown = ids.filter((id) => this.memory.get(id) === undefined);
    if (unknown.length === 0) return;
    for (const row of await this.database.read.findBy(ViewerRow, { id: In(unknown), mergedInto: IsNull() }))
      this.memory.keep(this.memory.get(row.id) ?? row, [row.account]);
  }

  facts(id: string): ViewerFacts | undefined {
    const row = this.memory.get(id) ?? this.pendingById.get(id);
    return row === undefined ? undefined : factsOf(row);
  }

  /** Waits until what was counted so far is on disk. */
  async counted(): Promise<void> {
    await this.messages.flush();
  }

  private async load(keys: readonly string[]): Promise<void> {
    const unknown = [...new Set(keys)].filter((key) => this.memory.byAccount(key) === undefined);
    for (let at = 0; at < unknown.length; at += 500) {
      if (at > 0) await breathe();
      const rows = await this.database.read.findBy(ViewerRow, {
        connection: CONNECTION,
        account: In(unknown.slice(at, at + 500)),
      });
      const winners = rows.map(({ mergedInto }) => mergedInto).filter((id) => id !== null);
      const found =
        winners.length === 0 ? [] : await this.database.read.findBy(ViewerRow, { id: In(winners) });
      for (const row of rows) {
        const winner = row.mergedInto === null ? row : found.find(({ id }) => id === row.mergedInto);
        if (winner !== undefined) this.memory.keep(this.memory.get(winner.id) ?? winner, [row.account]);
      }
    }
  }
}

async function countMessages(manager: EntityManager, messages: readonly Message[]): Promise<void> {
  const byViewer = new Map<string, { newest: Message; count: number; wrote: number | null }>();
  for (const message of messages) {
    const { count, wrote } = byViewer.get(message.id) ?? { count: 0, wrote: null };
    byViewer.set(message.id, {
      newest: message,
      count: count + 1,
      wrote: message.removed ? wrote : message.at,
    });
  }
  const rows = [...byViewer.values()].map(({ newest, count, wrote }) => [
    newest.id,
    newest.name,
    newest.role,
    newest.at,
    count,
    newest.subscribedMonths ?? 0,
    newest.followedSince ?? null,
    newest.subscribedTier ?? null,
    wrote,
  ]);
  // One statement for all: chat waits while it runs.
  await manager.query(
    `UPDATE viewers SET name = told.value ->> 1, role = told.value ->> 2, last_seen = told.value ->> 3,
       last_wrote = coalesce(told.value ->> 8, last_wrote), messages = messages + (told.value ->> 4),
       subscribed_months = max(subscribed_months, told.value ->> 5),
       followed_since = coalesce(told.value ->> 6, followed_since),
       subscribed_tier = coalesce(told.value ->> 7, subscribed_tier)
     FROM json_each(?) AS told WHERE viewers.id = told.value ->> 0`,
    [JSON.stringify(rows)],
  );
}

/** A name as typed, without the mark of a mention. */
function plainName(typed: string): string {
  return typed.trim().replace(/^@/u, '');
}

import { Injectable, type OnModuleInit } from '@nestjs/common';
import {
  QUEUE_DOING,
  inOrder,
  NEW_QUEUE,
  queueAfter,
  TURNS_KEPT_MS,
  TURNS_LOOKED_AT,
  type Queue,
  type QueueChange,
  type QueueEntry,
  type QueueState,
  type QueueView,
} from '@gully/core/queue';
import { Database, type EntityManager } from '../database/index.js';
import { LiveChannel } from '../pipeline/index.js';
import { NewsService } from '../news/index.js';
import { ViewersService } from '../viewers/index.js';
import { Bumps } from './bumps.js';
import {
  entryFrom,
  SELECT_ENTRIES,
  SELECT_TURNS,
  writeEntries,
  type StoredEntry,
  type StoredTurn,
} from './entry-rows.js';
import { HandlesService } from './handles.service.js';
import { QueuesService } from './queues.service.js';

interface StateRow {
  readonly id: string;
  readonly open: number;
  readonly openedAt: number | null;
  readonly joins: number;
}

/** Who is in which queue, in memory as on disk, and the channel's queues as decisions look at them. */
@Injectable()
export class QueuesStore implements OnModuleInit {
  private readonly states = new Map<string, QueueState>();
  private known: readonly Queue[] | undefined;

  constructor(
    private readonly database: Database,
    private readonly queues: QueuesService,
    private readonly handles: HandlesService,
    private readonly bumps: Bumps,
    private readonly viewers: ViewersService,
    news: NewsService,
    { world, keepers }: LiveChannel,
  ) {
    const view = this.view();
    world.add('queue', { look: () => view });
    queues.guardBy((id) => this.stateOf(id).entries.size > 0);
    queues.subscribe(() => {
      this.known = undefined;
    });
    keepers.add({
      kinds: ['queue'],
      ofViewers: true,
      apply: (change) => {
        this.states.set(change.queue, queueAfter(this.stateOf(change.queue), change));
        this.known = undefined;
      },
      write: writeQueues,
      written: (changes) => {
        news.publish('queue', { ids: [...new Set(changes.map(({ queue }) => queue))] });
      },
      reload: () => this.reload(),
    });
  }

  async onModuleInit(): Promise<void> {
    await this.reload();
  }

  /** All queues as they stand, in the order of their names. */
  all(): readonly Queue[] {
    this.known ??= this.queues.all().map((queue) => ({
      ...this.stateOf(queue.id),
      id: queue.id,
      body: this.queues.bodyOf(queue),
    }));
    return this.known;
  }

  find(id: string): Queue | undefined {
    return this.all().find((queue) => queue.id === id);
  }

  /** What someone is called now: they may have taken another name since they joined. */
  nameOf({ viewer, name }: Pick<QueueEntry, 'viewer' | 'name'>): string {
    return this.viewers.known(viewer)?.name ?? name;
  }

  private view(): QueueView {
    return {
      all: () => this.all(),
      find: (id) => this.find(id),
      handles: () => this.handles.all(),
      handleOf: (viewer, handle) => this.handles.textOf(viewer, handle),
      ownerOf: (handle, text) => this.handles.ownerOf(handle, text),
      ...QUEUE_DOING,
      holdsBump: (viewer) => this.bumps.holds(viewer),
      nameOf: (entry) => this.nameOf(entry),
    };
  }

  private stateOf(id: string): QueueState {
    return this.states.get(id) ?? NEW_QUEUE;
  }

  private async reload(): Promise<void> {
    const { read } = this.database;
    const states = await read.query<StateRow[]>(
      'SELECT queue_id AS id, open, opened_at AS openedAt, joins FROM queue_states',
    );
    const entries = await read.query<StoredEntry[]>(
      `${SELECT_ENTRIES} WHERE e.state IN ('waiting', 'called', 'confirmed', 'playing')`,
    );
    const since = Date.now() - TURNS_KEPT_MS;
    const turns = await read.query<StoredTurn[]>(SELECT_TURNS, [TURNS_LOOKED_AT, since]);
    this.states.clear();
    for (const { id, open, openedAt, joins } of states) {
      const own = entries.filter(({ queue }) => queue === id).map((row) => [row.id, entryFrom(row)] as const);
      this.states.set(id, {
        open: open === 1,
        openedAt: openedAt ?? undefined,
        joins,
        entries: new Map(own),
        waiting: inOrder(own.map(([, entry]) => entry)),
        turns: turns.filter(({ queue }) => queue === id),
      });
    }
    this.known = undefined;
  }
}

/** Writes what happened down, within the caller's write: of everyone it concerned, how they stand at last. */
async function writeQueues(manager: EntityManager, changes: readonly QueueChange[]): Promise<void> {
  writeEntries(
    manager,
    changes.flatMap(({ queue, entries }) => entries.map((entry) => ({ queue, entry }))),
  );
  for (const { queue, open } of changes) {
    if (open !== undefined)
      await manager.query(
        'INSERT OR REPLACE INTO queue_states (queue_id, open, opened_at, joins) VALUES (?, ?, ?, ?)',
        [queue, Number(open.open), open.openedAt ?? null, open.joins],
      );
    else
      await manager.query('INSERT OR IGNORE INTO queue_states (queue_id, open, joins) VALUES (?, 0, 0)', [
        queue,
      ]);
  }
}

import { Injectable } from '@nestjs/common';
import { accuracyOf, fairnessOf, type Accuracy, type Fairness, type QueueEntry } from '@gully/core/queue';
import { Database, Where, type ReadOptions } from '../database/index.js';
import { entryFrom, SELECT_ENTRIES, type StoredEntry } from './entry-rows.js';
import { QueuesService } from './queues.service.js';

export interface HistoryFilter {
  /** a queue's id */
  readonly queue?: string | undefined;
  /** a viewer's id */
  readonly viewer?: string | undefined;
  /** a stream's id */
  readonly stream?: string | undefined;
  /** joined before, by an entry's id */
  readonly before?: string | undefined;
}

export type PastEntry = QueueEntry & { readonly queue: string; readonly queueName: string };

/** A stream in which someone queued. */
export interface QueuedStream {
  readonly id: string;
  readonly startedAt: number;
  readonly queued: number;
}

export interface Summary {
  readonly fairness: Fairness;
  readonly accuracy: Accuracy;
  /** names of those who queued and had no turn */
  readonly without: readonly string[];
  readonly missed: number;
  /** mean minutes of a turn; undefined for none */
  readonly turnMinutes: number | undefined;
  readonly waitMinutes: number | undefined;
}

const MINUTE = 60_000;
/** Entries a summary looks at. */
const MOST = 20_000;

/** Who queued, how long they waited and what came of it. */
@Injectable()
export class QueueHistory {
  constructor(
    private readonly database: Database,
    private readonly queues: QueuesService,
  ) {}

  /** Newest first. */
  async page(filter: HistoryFilter, limit: number, options?: ReadOptions): Promise<PastEntry[]> {
    const { queue, viewer, stream, before } = filter;
    const where = new Where()
      .and('e.queue_id = ?', queue)
      .andOf('e.viewer_id', viewer)
      .and(IN_STREAM, stream, stream)
      .and('(e.joined_at, e.id) < (SELECT joined_at, id FROM queue_entries WHERE id = ?)', before);
    const rows = await this.database.long.rows<StoredEntry>(
      `${SELECT_ENTRIES} WHERE ${where.sql} ORDER BY e.joined_at DESC, e.id DESC LIMIT ?`,
      [...where.values, limit],
      options,
    );
    return rows.map((row) => ({ ...entryFrom(row), queue: row.queue, queueName: this.nameOf(row.queue) }));
  }

  /** Streams in which someone queued, the last first. */
  streams(options?: ReadOptions): Promise<QueuedStream[]> {
    return this.database.long.rows<QueuedStream>(
      `SELECT s.id, s.started_at AS startedAt, count(e.id) AS queued FROM streams s
       JOIN queue_entries e ON e.joined_at BETWEEN s.started_at AND coalesce(s.ended_at, 9e15)
       GROUP BY s.id ORDER BY s.started_at DESC LIMIT 100`,
      [],
      options,
    );
  }

  async summary(filter: HistoryFilter, options?: ReadOptions): Promise<Summary> {
    const entries = await this.page(filter, MOST, options);
    const turns = new Map<string, number>();
    const names = new Map<string, string>();
    for (const { viewer, state, name } of entries) {
      turns.set(viewer, (turns.get(viewer) ?? 0) + (state === 'done' ? 1 : 0));
      names.set(viewer, name);
    }
    const fairness = fairnessOf(turns);
    const told = entries.flatMap(({ told: range, joinedAt, calledAt, byHand }) =>
      // Whoever was moved by hand was told of another place.
      range === undefined || calledAt === undefined || byHand
        ? []
        : [{ ...range, was: (calledAt - joinedAt) / MINUTE }],
    );
    const played = entries.flatMap(({ state, calledAt, endedAt }) =>
      state === 'done' && calledAt !== undefined && endedAt !== undefined ? [endedAt - calledAt] : [],
    );
    const waited = entries.flatMap(({ joinedAt, calledAt }) =>
      calledAt === undefined ? [] : [calledAt - joinedAt],
    );
    return {
      fairness,
      accuracy: accuracyOf(told),
      without: fairness.without.map((viewer) => names.get(viewer) ?? ''),
      missed: entries.reduce((sum, { missed, state }) => sum + missed + (state === 'missed' ? 1 : 0), 0),
      turnMinutes: meanOf(played),
      waitMinutes: meanOf(waited),
    };
  }

  private nameOf(queue: string): string {
    return this.queues.find(queue)?.name ?? 'a deleted queue';
  }
}

const IN_STREAM = `e.joined_at BETWEEN (SELECT started_at FROM streams WHERE id = ?)
  AND (SELECT coalesce(ended_at, 9e15) FROM streams WHERE id = ?)`;

function meanOf(spans: readonly number[]): number | undefined {
  if (spans.length === 0) return undefined;
  return spans.reduce((sum, each) => sum + each, 0) / spans.length / MINUTE;
}

import type { QueueEntry, Turn } from '@gully/core/queue';
import { readied, type EntityManager } from '../database/index.js';

/** Someone in a queue as it is stored; `viewer` is who they are now, also after a merge. */
export interface StoredEntry {
  readonly id: string;
  readonly queue: string;
  readonly viewer: string;
  readonly name: string;
  readonly state: QueueEntry['state'];
  readonly place: number;
  readonly key: number;
  readonly byHand: number;
  readonly joinedAt: number;
  readonly toldLeast: number | null;
  readonly toldMost: number | null;
  readonly paid: number;
  readonly calledAt: number | null;
  readonly until: number | null;
  readonly reminded: number;
  readonly missed: number;
  readonly startedAt: number | null;
  readonly endedAt: number | null;
}

/** Entries with the viewers they are of now. What is added to it calls them `e` and `v`. */
export const SELECT_ENTRIES = `SELECT e.id, e.queue_id AS queue, coalesce(v.merged_into, e.viewer_id) AS viewer,
    coalesce(m.name, v.name, e.name) AS name, e.state, e.place, e.sort_key AS key, e.by_hand AS byHand,
    e.joined_at AS joinedAt, e.told_least AS toldLeast, e.told_most AS toldMost, e.paid,
    e.called_at AS calledAt, e.until, e.reminded, e.missed, e.started_at AS startedAt, e.ended_at AS endedAt
  FROM queue_entries e LEFT JOIN viewers v ON v.id = e.viewer_id LEFT JOIN viewers m ON m.id = v.merged_into`;

export function entryFrom(row: StoredEntry): QueueEntry {
  const { id, viewer, name, state, place, key, joinedAt, toldLeast, toldMost, paid, missed } = row;
  return {
    id,
    viewer,
    name,
    state,
    place,
    key,
    byHand: row.byHand === 1,
    joinedAt,
    told: toldLeast === null || toldMost === null ? undefined : { least: toldLeast, most: toldMost },
    paid,
    calledAt: row.calledAt ?? undefined,
    until: row.until ?? undefined,
    reminded: row.reminded === 1,
    missed,
    startedAt: row.startedAt ?? undefined,
    endedAt: row.endedAt ?? undefined,
  };
}

/** What of an entry changes once it is there. */
const CHANGING = [
  ...['viewer_id', 'name', 'state', 'place', 'by_hand', 'paid', 'called_at', 'until', 'reminded'],
  ...['missed', 'started_at', 'ended_at'],
];

/** Writes entries as they stand, within the caller's write; of each the last that is given. */
export function writeEntries(
  manager: EntityManager,
  entries: readonly { readonly queue: string; readonly entry: QueueEntry }[],
): void {
  const write = readied(
    manager,
    `INSERT INTO queue_entries (id, queue_id, viewer_id, name, state, place, sort_key, by_hand, joined_at,
       told_least, told_most, paid, called_at, until, reminded, missed, started_at, ended_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
     ON CONFLICT (id) DO UPDATE SET ${CHANGING.map((column) => `${column} = excluded.${column}`).join(', ')}`,
  );
  const last = new Map(entries.map((each) => [each.entry.id, each]));
  for (const { queue, entry } of last.values()) {
    const { id, viewer, name, state, place, key, byHand, joinedAt, told, paid } = entry;
    const head = [id, queue, viewer, name, state, place, key, Number(byHand), joinedAt];
    const { calledAt = null, until = null, reminded, missed, startedAt = null, endedAt = null } = entry;
    const times = [calledAt, until, Number(reminded), missed, startedAt, endedAt];
    write(...head, told?.least ?? null, told?.most ?? null, paid, ...times);
  }
}

/** The turns a queue is to remember, oldest first. */
export const SELECT_TURNS = `SELECT id, queue, viewer, calledAt, endedAt FROM (
    SELECT e.id, e.queue_id AS queue, coalesce(v.merged_into, e.viewer_id) AS viewer,
      e.called_at AS calledAt, e.ended_at AS endedAt,
      row_number() OVER (PARTITION BY e.queue_id ORDER BY e.ended_at DESC) AS n
    FROM queue_entries e LEFT JOIN viewers v ON v.id = e.viewer_id
    WHERE e.state = 'done' AND e.started_at IS NOT NULL AND e.called_at IS NOT NULL)
  WHERE n <= ? OR endedAt > ? ORDER BY endedAt`;

export type StoredTurn = Turn & { readonly queue: string };

import { decodeTime, encodeTime } from 'ulid';
import {
  insertMany,
  newestFirst,
  type Database,
  type EntityManager,
  type ReadOptions,
} from '../database/index.js';
import { ChatLineRow, ViewerHourRow } from './rows.js';
import { narrow, type WantedLines } from './wanted-lines.js';

const HOUR_MS = 3_600_000;
const TIME_LENGTH = 10;

/** Writes lines down, within the caller's write, with the hours in which viewers wrote. */
export async function insertLines(manager: EntityManager, rows: readonly ChatLineRow[]): Promise<void> {
  await insertMany(manager, ChatLineRow, rows, { known: 'replace' });
  await insertMany(manager, ViewerHourRow, hoursOf(rows), { known: 'passOver' });
}

function hoursOf(rows: readonly ChatLineRow[]): ViewerHourRow[] {
  const hours = new Map<string, ViewerHourRow>();
  for (const { id, viewerId } of rows) {
    if (viewerId === null) continue;
    const hour = hourOf(id);
    hours.set(`${viewerId} ${String(hour)}`, { viewerId, hour });
  }
  return [...hours.values()];
}

/** @param id of which the time is all that counts; what follows it may be left out */
const hourOf = (id: string): number =>
  Math.floor(decodeTime(id.slice(0, TIME_LENGTH).padEnd(26, '0')) / HOUR_MS);

/**
 * Lines of one viewer, under any of their ids, that are wanted; newest first. Only the hours in
 * which they wrote are looked through.
 *
 * @param before the line before which to look; undefined for the newest
 */
export async function linesOfViewers(
  { long, read }: Database,
  viewers: readonly string[],
  wanted: Pick<WantedLines, 'search' | 'of'>,
  before: string | undefined,
  limit: number,
  options?: ReadOptions,
): Promise<ChatLineRow[]> {
  const hours = await long.rows<{ hour: number }>(
    `SELECT DISTINCT hour FROM viewer_hours
     WHERE viewer_id IN (SELECT value FROM json_each(?)) AND hour <= ? ORDER BY hour DESC`,
    [JSON.stringify(viewers), before === undefined ? Number.MAX_SAFE_INTEGER : hourOf(before)],
    options,
  );
  const found: ChatLineRow[] = [];
  for (const { from, to } of together(hours.map(({ hour }) => hour))) {
    const query = narrow(newestFirst(read, ChatLineRow, before, limit - found.length), wanted);
    query.andWhere('row.viewerId IN (:...viewers)', { viewers });
    query.andWhere('row.id >= :from AND row.id < :to', { from: idAt(from), to: idAt(to + 1) });
    found.push(...(await long.find(query, options)));
    if (found.length >= limit) break;
  }
  return found;
}

/** How an id of that hour, and of none before, begins. */
const idAt = (hour: number): string => encodeTime(hour * HOUR_MS, TIME_LENGTH);

/** Hours that follow each other are looked through at once. @param hours the latest first */
function together(hours: readonly number[]): { from: number; to: number }[] {
  const spans: { from: number; to: number }[] = [];
  for (const hour of hours) {
    const last = spans.at(-1);
    if (last?.from === hour + 1) last.from = hour;
    else spans.push({ from: hour, to: hour });
  }
  return spans;
}

/** Hours before the line `before`, whose lines are gone; some of them. */
export async function staleHours(
  { long }: Database,
  before: string,
  limit: number,
): Promise<{ viewerId: string; hour: number }[]> {
  return long.rows('SELECT viewer_id AS viewerId, hour FROM viewer_hours WHERE hour < ? LIMIT ?', [
    hourOf(before),
    limit,
  ]);
}

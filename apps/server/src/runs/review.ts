import { Injectable } from '@nestjs/common';
import type { RefusalReason } from '@gully/core/chat';
import type { RunEnding, RunView } from '@gully/core/news';
import { Database, likePart, type ReadOptions } from '../database/index.js';

export interface ReviewFilter {
  readonly before: string | undefined;
  /** part of what ran, of what started it, of the viewer's name, or of how it ended */
  readonly search: string;
  readonly ended: RunEnding | undefined;
  readonly reason: RefusalReason | undefined;
  /** UTC milliseconds */
  readonly since: number | undefined;
}

type Row = Omit<RunView, 'at' | 'endedAt'> & { readonly at: number; readonly endedAt: number | null };

/** What ran, and what was refused before it ran: of the log of runs, and of chat's lines. */
@Injectable()
export class Review {
  constructor(private readonly database: Database) {}

  /** Newest first. */
  async page(filter: ReviewFilter, limit: number, options?: ReadOptions): Promise<RunView[]> {
    await this.database.gathering.flush();
    const runs = half(RUNS, filter, limit);
    const lines =
      filter.ended === undefined || filter.ended === 'refused' ? half(LINES, filter, limit) : undefined;
    const halves = [runs, ...(lines === undefined ? [] : [lines])];
    const sql = halves.map((each) => `SELECT * FROM (${each.sql})`).join(' UNION ALL ');
    const rows = await this.database.long.rows<Row>(
      `${sql} ORDER BY id DESC LIMIT ?`,
      [...halves.flatMap(({ parameters }) => parameters), limit],
      options,
    );
    return rows.map(({ at, endedAt, ...row }) => ({
      ...row,
      at: new Date(at).toISOString(),
      endedAt: endedAt === null ? null : new Date(endedAt).toISOString(),
    }));
  }
}

/** Where rows come from: what they are, which of all, and in what to search. */
interface Half {
  readonly select: string;
  readonly where: string;
  readonly ended: string;
  readonly reason: string;
  readonly searched: readonly string[];
}

const RUNS: Half = {
  select: `id, at, ended_at AS endedAt, owner, title, by, viewer, ended, words, reason, NULL AS line FROM run_log`,
  where: 'true',
  ended: 'ended',
  reason: 'reason',
  searched: ['title', 'by', 'viewer', 'words'],
};
const REASON = `coalesce(why ->> '$.reason', why ->> '$.gate', 'other')`;
/** Without a command it goes by what was typed first. */
const TITLE = `coalesce(why ->> '$.title', substr(ltrim(text), 1, instr(ltrim(text) || ' ', ' ') - 1))`;
const LINES: Half = {
  select: `id, at, at AS endedAt, coalesce(why ->> '$.command', '') AS owner, ${TITLE} AS title, ${TITLE} AS by,
           name AS viewer, 'refused' AS ended, brief AS words, ${REASON} AS reason, id AS line FROM chat_lines`,
  where: `outcome IN ('stopped', 'waiting') AND own = 0 AND event IS NULL`,
  ended: `'refused'`,
  reason: REASON,
  searched: ['text', 'name', 'brief'],
};

function half(
  { select, where, ...columns }: Half,
  { before, search, ended, reason, since }: ReviewFilter,
  limit: number,
): { sql: string; parameters: unknown[] } {
  const wheres = [where];
  const parameters: unknown[] = [];
  const ask = (condition: string, ...values: readonly unknown[]): void => {
    wheres.push(condition);
    parameters.push(...values);
  };
  if (before !== undefined) ask('id < ?', before);
  if (since !== undefined) ask('at >= ?', since);
  if (ended !== undefined) ask(`${columns.ended} = ?`, ended);
  if (reason !== undefined) ask(`${columns.reason} = ?`, reason);
  if (search !== '') {
    const likes = columns.searched.map((column) => `${column} LIKE ? ESCAPE '\\'`);
    ask(`(${likes.join(' OR ')})`, ...columns.searched.map(() => likePart(search)));
  }
  return {
    sql: `SELECT ${select} WHERE ${wheres.join(' AND ')} ORDER BY id DESC LIMIT ?`,
    parameters: [...parameters, limit],
  };
}

import { Injectable } from '@nestjs/common';
import type { KeptSpan } from '@gully/core/routines';
import { Database, likePart, type ReadOptions } from '../database/index.js';

export interface RememberedWord {
  readonly span: KeptSpan;
  /** the viewer's id; empty for what is not by viewer */
  readonly viewer: string;
  /** what they are called now; empty for what is not by viewer */
  readonly viewerName: string;
  readonly name: string;
  readonly text: string;
  /** UTC milliseconds */
  readonly changedAt: number;
}

export interface MemoryFilter {
  readonly span: KeptSpan | undefined;
  readonly viewer: string | undefined;
  /** words in what is remembered, in what it is remembered by, or in the viewer's name */
  readonly search: string;
}

const COLUMNS = `r.span, r.viewer, coalesce(v.name, '') AS viewerName, r.name, r.text, r.changed_at AS changedAt`;

/** What is remembered, as it is on disk, for a person to look through. */
@Injectable()
export class MemoryPage {
  constructor(private readonly database: Database) {}

  /** The last changed first. */
  page(
    { span, viewer, search }: MemoryFilter,
    limit: number,
    offset: number,
    options: ReadOptions,
  ): Promise<RememberedWord[]> {
    const where: string[] = [];
    const values: unknown[] = [];
    const narrow = (sql: string, ...given: unknown[]): void => {
      where.push(sql);
      values.push(...given);
    };
    if (span !== undefined) narrow('r.span = ?', span);
    if (viewer !== undefined) narrow(`r.span = 'viewer' AND r.viewer = ?`, viewer);
    if (search !== '') {
      const like = likePart(search);
      narrow(
        `(r.name LIKE ? ESCAPE '\\' OR r.text LIKE ? ESCAPE '\\' OR v.name LIKE ? ESCAPE '\\')`,
        like,
        like,
        like,
      );
    }
    return this.database.long.rows<RememberedWord>(
      `SELECT ${COLUMNS} FROM remembered r LEFT JOIN viewers v ON v.id = r.viewer
       ${where.length === 0 ? '' : `WHERE ${where.join(' AND ')}`}
       ORDER BY r.changed_at DESC, r.viewer, r.name LIMIT ? OFFSET ?`,
      [...values, limit, offset],
      options,
    );
  }
}

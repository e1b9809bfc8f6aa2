import { Injectable } from '@nestjs/common';
import type { Role } from '@gully/core/chat';
import type { SelectQueryBuilder } from 'typeorm';
import { Database, ViewerRow } from '../database/index.js';
import { ViewersService } from './viewers.service.js';

export const SORTS = ['name', 'messages', 'watched', 'lastSeen', 'firstSeen'] as const;
export type Sort = (typeof SORTS)[number];
export const MARKS = ['bot', 'ignored', 'merged'] as const;
export type Mark = (typeof MARKS)[number];

export interface Wanted {
  /** part of a name */
  readonly search: string;
  readonly role: Role | undefined;
  readonly mark: Mark | undefined;
  readonly sort: Sort;
  readonly descending: boolean;
  readonly limit: number;
  readonly offset: number;
}

const COLUMNS: Readonly<Record<Sort, string>> = {
  name: 'viewer.name COLLATE NOCASE',
  messages: 'viewer.messages',
  watched: 'viewer.watch_ms',
  lastSeen: 'viewer.last_seen',
  firstSeen: 'viewer.first_seen',
};

/** Pages of all viewers. */
@Injectable()
export class ViewersPage {
  constructor(
    private readonly database: Database,
    private readonly viewers: ViewersService,
  ) {}

  async page(wanted: Wanted): Promise<{ viewers: ViewerRow[]; total: number }> {
    await this.viewers.counted();
    const total = await this.query(wanted).getCount();
    const direction = wanted.descending ? 'DESC' : 'ASC';
    // Ids first and in order by the index, so that a page far down reads no whole rows it passes over.
    const ids = await this.query(wanted)
      .select('viewer.id', 'id')
      .orderBy(COLUMNS[wanted.sort], direction)
      .addOrderBy('viewer.id', direction)
      .offset(wanted.offset)
      .limit(wanted.limit)
      .getRawMany<{ id: string }>();
    const rows = await this.database.read
      .createQueryBuilder(ViewerRow, 'viewer')
      .whereInIds(ids.map(({ id }) => id))
      .getMany();
    const byId = new Map(rows.map((row) => [row.id, row]));
    return { total, viewers: ids.map(({ id }) => byId.get(id)).filter((row) => row !== undefined) };
  }

  private query({ search, role, mark }: Wanted): SelectQueryBuilder<ViewerRow> {
    const query = this.database.read
      .createQueryBuilder(ViewerRow, 'viewer')
      .where(`viewer.merged_into IS ${mark === 'merged' ? 'NOT NULL' : 'NULL'}`);
    if (search !== '')
      query.andWhere(`viewer.name LIKE :pattern ESCAPE '\\'`, {
        pattern: `%${search.replace(/[\\%_]/g, '\\$&')}%`,
      });
    if (role !== undefined) query.andWhere('viewer.role = :role', { role });
    if (mark === 'bot' || mark === 'ignored') query.andWhere(`viewer.${mark} = 1`);
    return query;
  }
}

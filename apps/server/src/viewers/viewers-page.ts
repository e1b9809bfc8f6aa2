import { Injectable } from '@nestjs/common';
import type { Role } from '@gully/core/chat';
import { Database, type ReadOptions } from '../database/index.js';
import { ViewerRow } from './rows.js';
import { ViewersService } from './viewers.service.js';

export const SORTS = ['name', 'messages', 'watched', 'lastSeen', 'firstSeen'] as const;
export type Sort = (typeof SORTS)[number];
export const MARKS = ['bot', 'ignored', 'merged'] as const;
export type Mark = (typeof MARKS)[number];

/** Which viewers. */
export interface Filter {
  /** part of a name; of fewer than three letters, its beginning */
  readonly search: string;
  readonly role: Role | undefined;
  readonly mark: Mark | undefined;
}
export interface Wanted extends Filter {
  readonly sort: Sort;
  readonly descending: boolean;
  readonly limit: number;
  readonly offset: number;
}

export interface Page {
  readonly viewers: readonly Readonly<ViewerRow>[];
  readonly total: number;
  /** whether there are more than `total`, which were not counted */
  readonly more: boolean;
}

/**
 * Up to so many that fit are found by what they fit and then sorted. Where more do, it is quicker
 * to go through all in the order wanted until a page is full: every second hundred at the least fits.
 */
const FEW = 5_000;

/** Viewers read at once for a file. */
const AT_ONCE = 2_000;

const COLUMNS: Readonly<Record<Sort, string>> = {
  name: 'v.name COLLATE NOCASE',
  messages: 'v.messages',
  watched: 'v.watch_ms',
  lastSeen: 'v.last_seen',
  firstSeen: 'v.first_seen',
};

/** A condition on a viewer `v`. */
interface Condition {
  readonly test: string;
  readonly parameters: readonly unknown[];
}
/** What is wanted, as SQL: by going through viewers in order, and by first finding those that fit. */
interface Search {
  readonly through: Condition;
  readonly finding: Condition;
  /** the tables that finding looks into */
  readonly from: string;
  /** whether nothing is asked of them */
  readonly everyone: boolean;
}

/** Pages of all viewers, read beside chat. */
@Injectable()
export class ViewersPage {
  constructor(
    private readonly database: Database,
    private readonly viewers: ViewersService,
  ) {}

  /** All of a viewer, by the names of the entity: TypeORM would make each row again, while chat waits. */
  private get columns(): string {
    const { columns } = this.database.read.dataSource.getMetadata(ViewerRow);
    return columns.map(({ databaseName, propertyName }) => `v.${databaseName} AS ${propertyName}`).join(', ');
  }

  /** What was counted in the last moments shows in the rows; it is sorted and searched by once it is on disk. */
  async page(wanted: Wanted, options?: ReadOptions): Promise<Page> {
    const search = searchOf(wanted);
    const { total, more } = await this.count(search, wanted.search === '' ? -1 : FEW, options);
    const few = !search.everyone && !more && total <= FEW;
    const { test, parameters } = few ? search.finding : search.through;
    const from = few ? search.from : VIEWERS;
    const direction = wanted.descending ? 'DESC' : 'ASC';
    const rows = await this.database.long.rows<StoredRow>(
      `SELECT ${this.columns} FROM ${from} WHERE ${test}
       ORDER BY ${few ? '+' : ''}${COLUMNS[wanted.sort]} ${direction}, v.id ${direction} LIMIT ? OFFSET ?`,
      [...parameters, wanted.limit, wanted.offset],
      options,
    );
    return { total, more, viewers: rows.map((row) => this.viewers.known(row.id) ?? whole(row)) };
  }

  /**
   * Those that fit in the order of their ids, without who was erased: the next of them behind an
   * id. Where nothing is asked of them, those who were found to be someone else are among them.
   */
  async after(last: string, wanted: Filter, options?: ReadOptions): Promise<ViewerRow[]> {
    const { through, everyone } = searchOf(wanted);
    const { test, parameters } = everyone ? { test: 'true', parameters: [] } : through;
    const rows = await this.database.long.rows<StoredRow>(
      `SELECT ${this.columns} FROM viewers v
       WHERE ${test} AND v.id > ? AND v.account NOT LIKE 'erased:%' ORDER BY v.id LIMIT ${String(AT_ONCE)}`,
      [...parameters, last],
      options,
    );
    return rows.map(whole);
  }

  /** @param most counted no further; -1 for all */
  private async count(
    { finding, from, everyone }: Search,
    most: number,
    options?: ReadOptions,
  ): Promise<{ total: number; more: boolean }> {
    const { test, parameters } = finding;
    const [counted] = everyone
      ? await this.database.long.rows<{ total: number }>(EVERYBODY, [], options)
      : await this.database.long.rows<{ total: number }>(
          `SELECT count(*) AS total FROM (SELECT 1 FROM ${from} WHERE ${test} LIMIT ?)`,
          [...parameters, most < 0 ? -1 : most + 1],
          options,
        );
    const total = counted?.total ?? 0;
    return most >= 0 && total > most ? { total: most, more: true } : { total, more: false };
  }
}

const VIEWERS = 'viewers v';
/** In this order, so that SQLite goes on finding names only until it has as many as are wanted. */
const NAMES = 'viewer_names n CROSS JOIN viewers v ON v.rowid = n.rowid';

/** All, as triggers count them, but for those who were found to be someone else. */
const EVERYBODY = `SELECT total - (SELECT count(*) FROM viewers WHERE merged_into IS NOT NULL) AS total FROM viewer_total`;

/** A row as SQLite gives it, which has no truth values but 0 and 1. */
type StoredRow = Omit<ViewerRow, 'bot' | 'ignored'> & Record<'bot' | 'ignored', number>;
function whole(row: StoredRow): ViewerRow {
  return { ...row, bot: row.bot === 1, ignored: row.ignored === 1 };
}

function searchOf({ search, role, mark }: Filter): Search {
  const base = { test: `v.merged_into IS ${mark === 'merged' ? 'NOT NULL' : 'NULL'}`, parameters: [] };
  const rest: Condition[] = [];
  if (mark === 'bot' || mark === 'ignored') rest.push({ test: `v.${mark} = 1`, parameters: [] });
  if (role !== undefined) rest.push({ test: 'v.role = ?', parameters: [role] });
  const named = search === '' ? undefined : ofName(search);
  // A name narrows the most; with one, the other indexes would only mislead.
  const unfound = rest.map(({ test, parameters }) => ({ test: `+${test}`, parameters }));
  return {
    through: all([base, ...(named === undefined ? [] : [named.within]), ...unfound]),
    finding: named === undefined ? all([base, ...rest]) : all([base, named.found, ...unfound]),
    from: named?.from ?? VIEWERS,
    everyone: named === undefined && rest.length === 0 && mark !== 'merged',
  };
}

function ofName(search: string): { within: Condition; found: Condition; from: string } {
  const exact = search.replace(/[\\%_]/gu, '\\$&');
  if (search.split(/[%_]/u).every((part) => [...part].length < 3)) {
    const test = `v.name LIKE ? ESCAPE '\\'`;
    const parameters = [`${exact}%`];
    return { within: { test: `+${test}`, parameters }, found: { test, parameters }, from: VIEWERS };
  }
  const within = { test: `+v.name LIKE ? ESCAPE '\\'`, parameters: [`%${exact}%`] };
  // `_` and `%` fit more than themselves here, which the exact test takes out again: an index cannot use ESCAPE.
  const found = { test: 'n.name LIKE ?', parameters: [`%${search}%`] };
  return { within, found: all([found, within]), from: NAMES };
}

function all(conditions: readonly Condition[]): Condition {
  return {
    test: conditions.map(({ test }) => test).join(' AND '),
    parameters: conditions.flatMap(({ parameters }) => parameters),
  };
}

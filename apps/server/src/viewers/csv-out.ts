import { Injectable } from '@nestjs/common';
import { stringify } from 'csv-stringify/sync';
import { Database, type ReadOptions } from '../database/index.js';
import { type ViewerRow } from './rows.js';
import { accountsBeside, notesBeside, type NoteBeside } from './beside.js';
import { COLUMNS, writeNotes, type Column } from './csv-reading.js';
import { ViewersPage, type Filter } from './viewers-page.js';
import { ViewersService } from './viewers.service.js';

/** What a viewer has beside their row, by the viewer's id. */
interface Beside {
  readonly notes: ReadonlyMap<string, readonly NoteBeside[]>;
  /** the account of whom someone was found to be, by that one's id */
  readonly accounts: ReadonlyMap<string, string>;
}

/** Viewers out to a CSV file, which can be taken in again as it is. */
@Injectable()
export class CsvOut {
  constructor(
    private readonly database: Database,
    private readonly pages: ViewersPage,
    private readonly viewers: ViewersService,
  ) {}

  /** The file of those that fit, piece by piece. Who was erased is nobody any more and left out. */
  async *export(wanted: Filter, options?: ReadOptions): AsyncGenerator<string> {
    await this.viewers.counted();
    yield stringify([[...COLUMNS]]);
    for (let last = ''; ;) {
      const rows = await this.pages.after(last, wanted, options);
      if (rows.length === 0) return;
      last = rows.at(-1)?.id ?? last;
      const beside = await this.beside(rows, options);
      yield stringify(
        rows.map((row) => cells(row, beside)),
        { escape_formulas: true },
      );
    }
  }

  private async beside(rows: readonly ViewerRow[], options?: ReadOptions): Promise<Beside> {
    const { long } = this.database;
    const ids = rows.map(({ id }) => id);
    const winners = rows.flatMap(({ mergedInto }) => mergedInto ?? []);
    return {
      notes: await notesBeside(long, ids, options),
      accounts: await accountsBeside(long, winners, options),
    };
  }
}

function cells(row: ViewerRow, { notes, accounts }: Beside): string[] {
  const values: Record<Column, string> = {
    name: row.name,
    account: row.account,
    role: row.role,
    first_seen: new Date(row.firstSeen).toISOString(),
    last_seen: new Date(row.lastSeen).toISOString(),
    messages: String(row.messages),
    watch_minutes: String(Math.floor(row.watchMs / 60_000)),
    bot: row.bot ? 'yes' : 'no',
    ignored: row.ignored ? 'yes' : 'no',
    followed_since: row.followedSince === null ? '' : new Date(row.followedSince).toISOString(),
    subscribed_months: String(row.subscribedMonths),
    merged_into: row.mergedInto === null ? '' : (accounts.get(row.mergedInto) ?? ''),
    notes: writeNotes(notes.get(row.id) ?? []),
  };
  return COLUMNS.map((column) => values[column]);
}

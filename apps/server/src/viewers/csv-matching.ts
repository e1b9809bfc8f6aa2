import { Injectable } from '@nestjs/common';
import { CONNECTION } from '../chat/index.js';
import { breathe, Database, type Pause } from '../database/index.js';
import { ViewerRow } from './rows.js';
import { accountsBeside, notesBeside } from './beside.js';
import type { Given } from './csv-reading.js';
import { ViewersService } from './viewers.service.js';

/** Accounts looked up at once. */
const TOGETHER = 500;

/** Someone a row of a file is about, as they are kept. */
export interface Known {
  readonly row: ViewerRow;
  /** the texts of their notes; looked up where the file has some */
  readonly notes: ReadonlySet<string>;
  /** the account of whom they were found to be */
  readonly mergedInto: string | undefined;
}

/** Finds who the rows of a file are, and what of them differs. */
@Injectable()
export class CsvMatching {
  constructor(
    private readonly database: Database,
    private readonly viewers: ViewersService,
  ) {}

  /** By account. */
  async known(given: readonly Given[], pause: Pause): Promise<Map<string, Known>> {
    await this.viewers.counted();
    const found = new Map<string, Known>();
    for (let at = 0; at < given.length; at += TOGETHER) {
      await breathe();
      const some = given.slice(at, at + TOGETHER);
      const rows = await this.database.long.find(
        this.database.read
          .createQueryBuilder(ViewerRow, 'viewer')
          .where('viewer.connection = :connection AND viewer.account IN (:...accounts)', {
            connection: CONNECTION,
            accounts: some.map(({ account }) => account),
          }),
      );
      const noted = new Set(some.filter(({ notes }) => notes.length > 0).map(({ account }) => account));
      const { long } = this.database;
      const theirs = rows.filter(({ account }) => noted.has(account)).map(({ id }) => id);
      const notes = await notesBeside(long, theirs);
      const winners = rows.flatMap(({ mergedInto }) => mergedInto ?? []);
      const accounts = await accountsBeside(long, winners);
      for (const row of rows) {
        await pause();
        found.set(row.account, {
          row,
          notes: new Set(notes.get(row.id)?.map(({ text }) => text)),
          mergedInto: accounts.get(row.mergedInto ?? ''),
        });
      }
    }
    return found;
  }

  /** What of a row is not kept yet; of someone new, all of it is. */
  differences({ given, notes, mergedInto }: Given, known: Known | undefined) {
    if (known === undefined) return { change: undefined, newNotes: notes, joins: mergedInto !== undefined };
    return {
      change: differs(given, known.row) ? given : undefined,
      newNotes: notes.filter(({ text }) => !known.notes.has(text)),
      joins: mergedInto !== undefined && known.mergedInto === undefined,
    };
  }
}

function differs(given: Partial<ViewerRow>, known: ViewerRow): boolean {
  return Object.entries(given).some(([field, value]) => {
    const kept = known[field as keyof ViewerRow];
    // Minutes are what the file has; less than one is no difference.
    return field === 'watchMs'
      ? Math.floor(Number(kept) / 60_000) !== Math.floor(Number(value) / 60_000)
      : kept !== value;
  });
}

import { Injectable } from '@nestjs/common';
import { stringify } from 'csv-stringify/sync';
import type { SelectQueryBuilder } from 'typeorm';
import { CONNECTION } from '../chat/index.js';
import { Database, idsInOrder, insertMany, newId, ViewerRow } from '../database/index.js';
import { JobQueue } from '../queue/index.js';
import { Problem } from '../problem/index.js';
import { COLUMNS, decode, readRecords, readRow, type Column, type Given } from './csv-reading.js';
import { newViewer } from './viewer-row.js';
import { ViewersService } from './viewers.service.js';

const FAULTS_SHOWN = 20;
/** Rows in one write, so that chat never waits for long. */
const TOGETHER = 500;
/** How long a looked-at file is kept for being taken in. */
const KEPT_MS = 15 * 60_000;

interface Entry extends Given {
  readonly known: ViewerRow | undefined;
}

export interface Preview {
  /** names this file for taking it in */
  readonly token: string;
  readonly rows: number;
  readonly fresh: number;
  readonly changed: number;
  readonly same: number;
  readonly columns: readonly string[];
  readonly passedOver: readonly string[];
  readonly faulty: number;
  readonly faults: readonly { readonly line: number; readonly fault: string }[];
}

/** Viewers out to a CSV file and in from one, with a look before anything changes. */
@Injectable()
export class ViewersCsv {
  private staged: { token: string; at: number; entries: readonly Entry[] } | undefined;

  // One of chance for each of 100,000 rows would cost seconds; these only count on.
  private readonly nextId = idsInOrder();

  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly viewers: ViewersService,
  ) {}

  /** The file, piece by piece. */
  async *export(signal?: AbortSignal): AsyncGenerator<string> {
    await this.viewers.counted();
    yield stringify([[...COLUMNS]]);
    for (let last = ''; ;) {
      const rows = await this.database.long.find(
        this.all()
          .where('viewer.id > :last AND viewer.merged_into IS NULL', { last })
          .orderBy('viewer.id')
          .limit(2_000),
        { signal },
      );
      if (rows.length === 0) return;
      last = rows.at(-1)?.id ?? last;
      yield stringify(rows.map(cells), { escape_formulas: true });
    }
  }

  /** Reads a file and tells what taking it in would do. */
  async preview(file: Buffer): Promise<Preview> {
    const { records, columns, passedOver } = await readRecords(decode(file));
    const faults: { line: number; fault: string }[] = [];
    let faulty = 0;
    const given = new Map<string, { account: string; given: Entry['given'] }>();
    for (const { line, cells: values } of records) {
      const result = readRow(values);
      if (typeof result === 'string') {
        faulty += 1;
        if (faults.length < FAULTS_SHOWN) faults.push({ line, fault: result });
      } else given.set(result.account, result);
    }
    const known = await this.knownOf([...given.keys()]);
    const entries = [...given.values()].map((entry) => ({ ...entry, known: known.get(entry.account) }));
    const differing = entries.filter(
      (entry) => entry.known !== undefined && differs(entry.given, entry.known),
    );
    const fresh = entries.filter((entry) => entry.known === undefined).length;
    const token = newId();
    this.staged = { token, at: Date.now(), entries };
    return {
      token,
      rows: records.length,
      fresh,
      changed: differing.length,
      same: entries.length - fresh - differing.length,
      columns,
      passedOver,
      faulty,
      faults,
    };
  }

  /** Takes in the file that was looked at. Figures it gives take the place of those kept; what it does not give stays. */
  async apply(token: string): Promise<{ added: number; changed: number }> {
    const { staged } = this;
    if (staged?.token !== token || Date.now() - staged.at > KEPT_MS)
      throw new Problem(
        409,
        'This file was looked at too long ago',
        'Nothing was changed. Choose the file again.',
      );
    this.staged = undefined;
    const result = { added: 0, changed: 0 };
    try {
      for (let at = 0; at < staged.entries.length; at += TOGETHER)
        await this.queue.alone(() => this.write(staged.entries.slice(at, at + TOGETHER), result));
    } finally {
      await this.queue.alone(() => this.viewers.changed());
    }
    return result;
  }

  private async write(entries: readonly Entry[], result: { added: number; changed: number }): Promise<void> {
    const now = Date.now();
    const fresh = entries
      .filter(({ known }) => known === undefined)
      .map(({ account, given }) => ({
        ...newViewer(this.nextId(), CONNECTION, account, given.name, 'viewer', now),
        ...given,
      }));
    const changed = entries.filter(({ known, given }) => known !== undefined && differs(given, known));
    await this.database.write(async (manager) => {
      // Somebody who wrote in chat between the look and now is there already, and stays.
      await insertMany(manager, ViewerRow, fresh, 'passOver');
      for (const { known, given } of changed) await manager.update(ViewerRow, { id: known?.id ?? '' }, given);
    });
    result.added += fresh.length;
    result.changed += changed.length;
  }

  private all(): SelectQueryBuilder<ViewerRow> {
    return this.database.read.createQueryBuilder(ViewerRow, 'viewer');
  }

  private async knownOf(accounts: readonly string[]): Promise<Map<string, ViewerRow>> {
    await this.viewers.counted();
    const found = new Map<string, ViewerRow>();
    for (let at = 0; at < accounts.length; at += 5_000) {
      const some = accounts.slice(at, at + 5_000);
      const rows = await this.database.long.find(
        this.all().where('viewer.connection = :connection AND viewer.account IN (:...some)', {
          connection: CONNECTION,
          some,
        }),
      );
      for (const row of rows) found.set(row.account, row);
    }
    return found;
  }
}

function cells(row: ViewerRow): string[] {
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
  };
  return COLUMNS.map((column) => values[column]);
}

function differs(given: Entry['given'], known: ViewerRow): boolean {
  return Object.entries(given).some(([field, value]) => {
    const kept = known[field as keyof ViewerRow];
    // Minutes are what the file has; less than one is no difference.
    return field === 'watchMs'
      ? Math.floor(Number(kept) / 60_000) !== Math.floor(Number(value) / 60_000)
      : kept !== value;
  });
}

import { isUtf8 } from 'node:buffer';
import { Injectable } from '@nestjs/common';
import { ROLES, type Role } from '@gully/core/chat';
import { parse, type CsvError } from 'csv-parse';
import { stringify } from 'csv-stringify/sync';
import { IsNull, MoreThan } from 'typeorm';
import { ulid } from 'ulid';
import { CONNECTION } from '../chat/index.js';
import { Database, insertMany, ViewerRow } from '../database/index.js';
import { Problem } from '../problem/index.js';
import { newViewer } from './viewer-row.js';
import { ViewersService } from './viewers.service.js';

export const COLUMNS = [
  'name',
  'account',
  'role',
  'first_seen',
  'last_seen',
  'messages',
  'watch_minutes',
  'bot',
  'ignored',
] as const;
type Column = (typeof COLUMNS)[number];

export const ROWS_LIMIT = 100_000;
const FAULTS_SHOWN = 20;
/** Rows in one write, so that chat never waits for long. */
const TOGETHER = 500;
/** How long a looked-at file is kept for being taken in. */
const KEPT_MS = 15 * 60_000;

interface Entry {
  readonly account: string;
  readonly given: Partial<ViewerRow> & { readonly name: string };
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

  constructor(
    private readonly database: Database,
    private readonly viewers: ViewersService,
  ) {}

  /** The file, piece by piece. */
  async *export(): AsyncGenerator<string> {
    await this.viewers.counted();
    yield stringify([[...COLUMNS]]);
    for (let last = ''; ;) {
      const rows = await this.database.read.find(ViewerRow, {
        where: { id: MoreThan(last), mergedInto: IsNull() },
        order: { id: 'ASC' },
        take: 2_000,
      });
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
    const token = ulid();
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
        await this.write(staged.entries.slice(at, at + TOGETHER), result);
    } finally {
      this.viewers.changed();
    }
    return result;
  }

  private async write(entries: readonly Entry[], result: { added: number; changed: number }): Promise<void> {
    const now = Date.now();
    const fresh = entries
      .filter(({ known }) => known === undefined)
      .map(({ account, given }) => ({
        ...newViewer(ulid(), CONNECTION, account, given.name, 'viewer', now),
        ...given,
      }));
    const changed = entries.filter(({ known, given }) => known !== undefined && differs(given, known));
    await this.database.write(async (manager) => {
      // Somebody who wrote in chat between the look and now is there already, and stays.
      await insertMany(manager, ViewerRow, fresh, { passOverKnown: true });
      for (const { known, given } of changed) await manager.update(ViewerRow, { id: known?.id ?? '' }, given);
    });
    result.added += fresh.length;
    result.changed += changed.length;
  }

  private async knownOf(accounts: readonly string[]): Promise<Map<string, ViewerRow>> {
    await this.viewers.counted();
    const found = new Map<string, ViewerRow>();
    for (let at = 0; at < accounts.length; at += 5_000) {
      const some = accounts.slice(at, at + 5_000);
      const rows = await this.database.read
        .createQueryBuilder(ViewerRow, 'viewer')
        .where('viewer.connection = :connection AND viewer.account IN (:...some)', {
          connection: CONNECTION,
          some,
        })
        .getMany();
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

/** UTF-8, or UTF-16 that says so; anything else is refused rather than read into wrong letters. */
function decode(file: Buffer): string {
  const utf16 =
    file[0] === 0xff && file[1] === 0xfe
      ? 'utf-16le'
      : file[0] === 0xfe && file[1] === 0xff
        ? 'utf-16be'
        : undefined;
  try {
    return new TextDecoder(utf16 ?? 'utf-8', { fatal: true }).decode(file);
  } catch {
    const line = firstBadLine(file);
    throw new Problem(
      422,
      'The file is not in UTF-8',
      `Nothing was read; letters would have come out wrong (line ${String(line)}). Save it as CSV in UTF-8 and choose it again.`,
    );
  }
}

/** A line end is one byte in UTF-8 that is part of no other character, so lines can be tried one by one. */
function firstBadLine(file: Buffer): number {
  let line = 1;
  for (let start = 0; start < file.length; line += 1) {
    const found = file.indexOf(0x0a, start);
    const end = found < 0 ? file.length : found;
    if (!isUtf8(file.subarray(start, end))) return line;
    start = end + 1;
  }
  return line;
}

interface Records {
  readonly records: { readonly line: number; readonly cells: Partial<Record<Column, string>> }[];
  readonly columns: string[];
  readonly passedOver: string[];
}

/** Reads the file without holding the program up: the parser hands rows on as it goes. */
async function readRecords(text: string): Promise<Records> {
  const result: Records = { records: [], columns: [], passedOver: [] };
  const delimiter = guessDelimiter(text);
  const parser = parse(text, {
    bom: true,
    relax_column_count: true,
    skip_empty_lines: true,
    info: true,
    delimiter,
    trim: true,
  });
  let header: string[] | undefined;
  try {
    for await (const { record, info } of parser as AsyncIterable<{
      record: string[];
      info: { lines: number };
    }>) {
      if (header === undefined) {
        header = record.map((cell) => cell.toLowerCase().replace(/\s+/gu, '_'));
        for (const [at, name] of header.entries())
          ((COLUMNS as readonly string[]).includes(name) ? result.columns : result.passedOver).push(
            record[at] ?? '',
          );
        if (!header.includes('name')) throw noName(record);
        continue;
      }
      if (result.records.length === ROWS_LIMIT)
        throw new Problem(
          422,
          'The file has too many rows',
          `At most ${ROWS_LIMIT.toLocaleString('en')} at once. Nothing was read; split it.`,
        );
      const entries = header.map((name, at) => [name, record[at] ?? ''] as const);
      result.records.push({ line: info.lines, cells: Object.fromEntries(entries) });
    }
  } catch (error) {
    if (error instanceof Problem) throw error;
    const { message } = error as CsvError;
    throw new Problem(422, 'The file is no CSV that can be read', `${message}. Nothing was changed.`);
  }
  if (header === undefined) throw new Problem(422, 'The file is empty', 'Nothing was changed.');
  return result;
}

function noName(record: readonly string[]): Problem {
  return new Problem(
    422,
    'The file has no column called name',
    `It has ${record.slice(0, 8).join(', ')}. Nothing was read. Known columns are ${COLUMNS.join(', ')}; name is needed, the rest may be left out.`,
  );
}

function guessDelimiter(text: string): string {
  const [first = ''] = text.split('\n', 1);
  const counts = [',', ';', '\t'].map((each) => [each, first.split(each).length] as const);
  return counts.sort((a, b) => b[1] - a[1])[0]?.[0] ?? ',';
}

const YES = new Set(['yes', 'true', '1']);

/** One row as it would be kept, or what is wrong with it. */
function readRow(
  values: Partial<Record<Column, string>>,
): { account: string; given: Entry['given'] } | string {
  const name = (values.name ?? '').replace(/^'(?=[=+\-@])/u, '');
  if (!/^\S{1,50}$/u.test(name))
    return `“${name.slice(0, 60)}” is no viewer’s name: one word of at most 50 characters`;
  const given: { -readonly [K in keyof ViewerRow]?: ViewerRow[K] } & { name: string } = { name };
  for (const [column, field, factor] of [
    ['messages', 'messages', 1],
    ['watch_minutes', 'watchMs', 60_000],
  ] as const) {
    const value = values[column] ?? '';
    if (value === '') continue;
    if (!/^\d{1,10}$/u.test(value)) return `${column} is “${value.slice(0, 40)}”, which is no whole number`;
    given[field] = Number(value) * factor;
  }
  for (const [column, field] of [
    ['first_seen', 'firstSeen'],
    ['last_seen', 'lastSeen'],
  ] as const) {
    const value = values[column] ?? '';
    if (value === '') continue;
    const at = Date.parse(value);
    if (Number.isNaN(at))
      return `${column} is “${value.slice(0, 40)}”, which is no time; write 2026-11-23T20:00:00Z`;
    given[field] = at;
  }
  const role = (values.role ?? '').toLowerCase();
  if (role !== '') {
    if (!(ROLES as readonly string[]).includes(role)) return `“${role.slice(0, 40)}” is no role`;
    given.role = role as Role;
  }
  for (const mark of ['bot', 'ignored'] as const)
    if ((values[mark] ?? '') !== '') given[mark] = YES.has((values[mark] ?? '').toLowerCase());
  const account = values.account ?? '';
  return {
    account: /^(?:account|nick):\S+$/u.test(account) ? account : `account:${name.toLowerCase()}`,
    given,
  };
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

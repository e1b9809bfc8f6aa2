import { isUtf8 } from 'node:buffer';
import { ROLES, type Role } from '@gully/core/chat';
import type { CsvError } from 'csv-parse';
import type { ViewerRow } from './rows.js';
import { csvRecords } from '../csv/index.js';
import type { Pause } from '../database/index.js';
import { Problem } from '../problem/index.js';

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
  'followed_since',
  'subscribed_months',
  'merged_into',
  'notes',
] as const;
export type Column = (typeof COLUMNS)[number];

const ROWS_LIMIT = 100_000;
/** Characters a note may have. */
export const NOTE_LIMIT = 2_000;

/** What a row of a file says of a viewer. */
export interface Given {
  readonly account: string;
  readonly given: Partial<ViewerRow> & { readonly name: string };
  /** the account of whom they were found to be */
  readonly mergedInto: string | undefined;
  readonly notes: readonly GivenNote[];
}
export interface GivenNote {
  /** undefined where the file has no time before it */
  readonly at: number | undefined;
  readonly text: string;
}

/** What a spreadsheet would take for a formula. */
export const FORMULA = /^[=+\-@]/u;

/** UTF-8, or UTF-16 that says so; anything else is refused rather than read into wrong letters. */
export function decode(file: Buffer): string {
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
      `Nothing was read; letters would have come out wrong (line ${String(line)}). Save it as CSV UTF-8 and choose it again.`,
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
export async function readRecords(text: string, pause: Pause): Promise<Records> {
  const result: Records = { records: [], columns: [], passedOver: [] };
  const delimiter = guessDelimiter(text);
  let header: string[] | undefined;
  try {
    for await (const { record, info } of csvRecords(text, { delimiter })) {
      await pause();
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
    throw new Problem(422, 'The file cannot be read as CSV', `${message}. Nothing was changed.`);
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
export function readRow(values: Partial<Record<Column, string>>): Given | string {
  const name = withoutQuote(values.name ?? '');
  if (!/^\S{1,50}$/u.test(name))
    return `“${name.slice(0, 60)}” is not a viewer’s name: one word of at most 50 characters`;
  const given: { -readonly [K in keyof ViewerRow]?: ViewerRow[K] } & { name: string } = { name };
  for (const [column, field, factor] of [
    ['messages', 'messages', 1],
    ['watch_minutes', 'watchMs', 60_000],
    ['subscribed_months', 'subscribedMonths', 1],
  ] as const) {
    const value = values[column] ?? '';
    if (value === '') continue;
    if (!/^\d{1,10}$/u.test(value))
      return `${column} is “${value.slice(0, 40)}”, which is not a whole number`;
    given[field] = Number(value) * factor;
  }
  for (const [column, field] of [
    ['first_seen', 'firstSeen'],
    ['last_seen', 'lastSeen'],
    ['followed_since', 'followedSince'],
  ] as const) {
    const value = values[column] ?? '';
    if (value === '') continue;
    const at = Date.parse(value);
    if (Number.isNaN(at))
      return `${column} is “${value.slice(0, 40)}”, which is not a time; write 2026-11-23T20:00:00Z`;
    given[field] = at;
  }
  const role = (values.role ?? '').toLowerCase();
  if (role !== '') {
    if (!(ROLES as readonly string[]).includes(role)) return `“${role.slice(0, 40)}” is not a role`;
    given.role = role as Role;
  }
  for (const mark of ['bot', 'ignored'] as const)
    if ((values[mark] ?? '') !== '') given[mark] = YES.has((values[mark] ?? '').toLowerCase());
  const account = values.account ?? '';
  return {
    account: ACCOUNT.test(account) ? account : `account:${name.toLowerCase()}`,
    given,
    mergedInto: ACCOUNT.test(values.merged_into ?? '') ? values.merged_into : undefined,
    notes: readNotes(withoutQuote(values.notes ?? '')),
  };
}

const ACCOUNT = /^(?:account|nick):\S+$/u;

/** A cell that began like a formula went out with a quote before it. */
function withoutQuote(cell: string): string {
  return cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell;
}

/** A viewer's notes as one cell: a line each, with its time before it. */
export function writeNotes(notes: readonly { readonly at: number; readonly text: string }[]): string {
  return notes
    .map(({ at, text }) => {
      const line = text.replaceAll('\\', String.raw`\\`).replaceAll('\n', String.raw`\n`);
      return `${new Date(at).toISOString()} ${line}`;
    })
    .join('\n');
}

function readNotes(cell: string): GivenNote[] {
  return cell.split(/\r?\n/u).flatMap((line) => {
    const [, time, words = ''] = /^(\d{4}-\d\d-\d\dT[\d:.]+Z )?(.*)$/u.exec(line.trim()) ?? [];
    const text = words.replace(/\\(.)/gu, (_, after: string) => (after === 'n' ? '\n' : after)).trim();
    if (text === '') return [];
    const at = time === undefined ? Number.NaN : Date.parse(time.trim());
    return [{ at: Number.isNaN(at) ? undefined : at, text: text.slice(0, NOTE_LIMIT) }];
  });
}

import {
  ACTIONS,
  entriesFromText,
  entryOf,
  phraseFault,
  type Consequence,
  type PhraseEntry,
} from '@gully/core/guard';
import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import { Problem } from '../problem/index.js';

/** What was read of a file of phrases. */
export interface ReadPhrases {
  readonly entries: PhraseEntry[];
  /** what could not be used, and why */
  readonly faults: string[];
}

/** Faults told at most. */
const FAULTS_TOLD = 20;
const COLUMNS = ['text', 'kind', 'whole_words', 'exact', 'action', 'seconds', 'note'];

/** Reads phrases from plain text, one on a line, or from CSV with a column `text` and as many others as there are. */
export function readPhrases(format: 'text' | 'csv', text: string): ReadPhrases {
  const all = format === 'text' ? entriesFromText(text) : fromCsv(text);
  const seen = new Set<string>();
  const faults: string[] = [];
  const entries = all.filter((entry) => {
    const fault = phraseFault(entry);
    const key = `${entry.kind} ${entry.text}`;
    if (fault !== undefined) faults.push(`${entry.text.slice(0, 40)}: ${fault}`);
    else if (!seen.has(key)) return seen.add(key);
    return false;
  });
  const more = faults.length - FAULTS_TOLD;
  return {
    entries,
    faults: [...faults.slice(0, FAULTS_TOLD), ...(more > 0 ? [`and ${String(more)} more`] : [])],
  };
}

export function phrasesAsCsv(entries: readonly PhraseEntry[]): string {
  const rows = entries.map(({ text, kind, wholeWords, exact, consequence, note }) => [
    text,
    kind,
    wholeWords ? 'yes' : 'no',
    exact ? 'yes' : 'no',
    consequence?.action ?? '',
    consequence === null || consequence.seconds === 0 ? '' : String(consequence.seconds),
    note,
  ]);
  return stringify([COLUMNS, ...rows], { escape_formulas: true, record_delimiter: 'windows' });
}

function fromCsv(text: string): PhraseEntry[] {
  let rows: Record<string, string>[];
  try {
    rows = parse(text, {
      columns: true,
      bom: true,
      skip_empty_lines: true,
      trim: true,
      relax_column_count: true,
    });
  } catch (error) {
    throw new Problem(
      422,
      'The file cannot be read',
      `It is no CSV: ${error instanceof Error ? error.message : ''}. Nothing was taken over.`,
    );
  }
  if (rows.length > 0 && rows[0]?.text === undefined)
    throw new Problem(
      422,
      'The file has no column “text”',
      'Name the column of the phrases “text” in its first line.',
    );
  return rows
    .filter((row) => (row.text ?? '') !== '')
    .map((row) => {
      // As exported: what a spreadsheet would take for a formula stands behind an apostrophe.
      const written = (row.text ?? '').replace(/^'(?=[=+\-@])/u, '');
      return entryOf(written, {
        kind: row.kind === 'pattern' ? 'pattern' : 'text',
        wholeWords: row.whole_words !== 'no',
        exact: row.exact === 'yes',
        consequence: consequenceFrom(row.action, row.seconds),
        note: row.note ?? '',
      });
    });
}

function consequenceFrom(action = '', seconds = ''): Consequence | null {
  const known = ACTIONS.find((each) => each === action);
  return known === undefined ? null : { action: known, seconds: Number(seconds) || 0 };
}

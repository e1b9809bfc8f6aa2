import { Readable } from 'node:stream';
import { parse, type Options } from 'csv-parse';
import { breather } from '../database/index.js';

/** One line of a file of comma-separated values, and which line of the file it is. */
export interface CsvRecord {
  readonly record: string[];
  readonly info: {
    readonly lines: number;
    /** how many there are up to this one, with itself */
    readonly records: number;
  };
}

/** Characters that are parsed in one go. */
const PIECE = 8_192;

/** Reads a file piece by piece, so that other things have their turn however long it is. @throws CsvError */
export async function* csvRecords(text: string, options: Options = {}): AsyncGenerator<CsvRecord> {
  const parser = parse({
    bom: true,
    info: true,
    relax_column_count: true,
    skip_empty_lines: true,
    trim: true,
    ...options,
  });
  const source = Readable.from(piecesOf(text));
  source.pipe(parser);
  const pause = breather();
  try {
    for await (const each of parser as AsyncIterable<CsvRecord>) {
      yield each;
      await pause();
    }
  } finally {
    source.destroy();
  }
}

function* piecesOf(text: string): Generator<string> {
  for (let at = 0; at < text.length; at += PIECE) yield text.slice(at, at + PIECE);
}

import { stripControls } from '../text/index.js';
import { LINE_LIMIT, LINES_LIMIT } from './list.js';

export interface ReadLines {
  readonly lines: readonly string[];
  /** what was not taken as it stood, in words */
  readonly notes: readonly string[];
}

/**
 * Reads a list from plain text, one per line. Empty lines are skipped; characters
 * that cannot be said are left out and told of.
 *
 * @throws nothing: what cannot be kept is a `fault`, and then nothing of it is
 */
export function readLines(text: string): ReadLines | { readonly fault: string } {
  const lines: string[] = [];
  let cleaned = 0;
  for (const [at, raw] of text
    .replace(/^\uFEFF/u, '')
    .split(/\r\n|\r|\n/u)
    .entries()) {
    const line = stripControls(raw).trim();
    if (line === '') continue;
    // A tab is as good as the space it becomes.
    if (stripControls(raw) !== raw.replaceAll('\t', ' ')) cleaned += 1;
    if (line.length > LINE_LIMIT)
      return {
        fault: `Line ${String(at + 1)} has ${line.length.toLocaleString('en')} characters; ${String(LINE_LIMIT)} is the most`,
      };
    lines.push(line);
    if (lines.length > LINES_LIMIT)
      return { fault: `A list has at most ${LINES_LIMIT.toLocaleString('en')} lines` };
  }
  const notes =
    cleaned === 0
      ? []
      : [
          `Characters that cannot be said were left out of ${cleaned === 1 ? '1 line' : `${cleaned.toLocaleString('en')} lines`}`,
        ];
  return { lines, notes };
}

import type { Activity } from '../api/index.js';

/** Uses of one thing closer together than this stand in one row, in milliseconds. */
const TOGETHER_MS = 10 * 60_000;

/** A row of the activity: one entry, or several uses of one thing by whoever. */
export interface ActivityRow {
  /** the newest of them */
  readonly entry: Activity;
  readonly times: number;
  /** who did, the newest first, each once */
  readonly subjects: readonly string[];
}

/**
 * What happened as rows, newest first: uses of one thing within ten minutes of the newest of
 * them are one row, where that stands.
 *
 * @param entries newest first
 */
export function activityRows(entries: readonly Activity[]): ActivityRow[] {
  const rows: ActivityRow[] = [];
  const open = new Map<string, number>();
  for (const entry of entries) {
    const isUse = entry.text.startsWith('ran ');
    const at = isUse ? open.get(entry.text) : undefined;
    const row = at === undefined ? undefined : rows[at];
    if (at !== undefined && row !== undefined && isNear(row.entry, entry)) {
      const subjects = row.subjects.includes(entry.subject) ? row.subjects : [...row.subjects, entry.subject];
      rows[at] = { ...row, times: row.times + 1, subjects };
      continue;
    }
    if (isUse) open.set(entry.text, rows.length);
    rows.push({ entry, times: 1, subjects: [entry.subject] });
  }
  return rows;
}

function isNear(newest: Activity, other: Activity): boolean {
  return Date.parse(newest.at) - Date.parse(other.at) < TOGETHER_MS;
}

import type { Database, ReadOptions } from '../database/index.js';

type Long = Database['long'];
export interface NoteBeside {
  readonly at: number;
  readonly text: string;
}

/** The notes on viewers, oldest first, by the viewer's id. */
export async function notesBeside(
  long: Long,
  viewers: readonly string[],
  options?: ReadOptions,
): Promise<Map<string, NoteBeside[]>> {
  const rows = await long.rows<{ viewer: string; at: number; text: string }>(
    `SELECT viewer_id AS viewer, at, text FROM viewer_notes
     WHERE deleted_at IS NULL AND viewer_id IN (SELECT value FROM json_each(?)) ORDER BY id`,
    [JSON.stringify(viewers)],
    options,
  );
  const notes = new Map<string, NoteBeside[]>();
  for (const { viewer, at, text } of rows) {
    const theirs = notes.get(viewer) ?? [];
    theirs.push({ at, text });
    notes.set(viewer, theirs);
  }
  return notes;
}

/** The accounts of viewers, by the viewer's id. */
export async function accountsBeside(
  long: Long,
  viewers: readonly string[],
  options?: ReadOptions,
): Promise<Map<string, string>> {
  const rows = await long.rows<{ id: string; account: string }>(
    'SELECT id, account FROM viewers WHERE id IN (SELECT value FROM json_each(?))',
    [JSON.stringify(viewers)],
    options,
  );
  return new Map(rows.map(({ id, account }) => [id, account]));
}

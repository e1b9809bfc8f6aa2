import { Injectable } from '@nestjs/common';
import type { FilterName } from '@gully/core/guard';
import { Database, likePart, newestFirst, type ReadOptions } from '../database/index.js';
import { CatchRow, type Label } from './rows.js';

export const CATCH_KINDS = ['guard', 'people', 'undone', 'failed'] as const;

export interface WantedCatches {
  /** older than this one */
  readonly before: string | undefined;
  /** part of a name, of a message or of what was measured */
  readonly search: string;
  readonly filter: FilterName | undefined;
  /** by the guard, by people, undone, or not carried out */
  readonly of: (typeof CATCH_KINDS)[number] | undefined;
  readonly label: Label | undefined;
  readonly viewer: string | undefined;
  /** UTC milliseconds */
  readonly since: number | undefined;
}

export interface Counts {
  readonly days: number;
  readonly filters: { filter: FilterName; caught: number; undone: number }[];
  /** viewers, by how far up the ladder they came */
  readonly steps: { step: number; viewers: number }[];
}

const OF: Readonly<Record<(typeof CATCH_KINDS)[number], string>> = {
  guard: 'row.by IS NULL',
  people: 'row.by IS NOT NULL',
  undone: 'row.undone_at IS NOT NULL',
  failed: `row.state = 'failed'`,
};

/** What was caught, and what people did, as it is looked through afterwards. */
@Injectable()
export class Catches {
  constructor(private readonly database: Database) {}

  /** Newest first. */
  async page(wanted: WantedCatches, limit: number, options?: ReadOptions): Promise<CatchRow[]> {
    const { before, search, filter, of, label, viewer, since } = wanted;
    await this.database.gathering.flush();
    const query = newestFirst(this.database.read, CatchRow, before, limit);
    if (filter !== undefined) query.andWhere('row.filter = :filter', { filter });
    if (of !== undefined) query.andWhere(OF[of]);
    if (label !== undefined) query.andWhere('row.label = :label', { label });
    if (viewer !== undefined) query.andWhere('row.viewer_id = :viewer', { viewer });
    if (since !== undefined) query.andWhere('row.at >= :since', { since });
    if (search !== '')
      query.andWhere(
        `(row.name LIKE :search ESCAPE '\\' OR row.text LIKE :search ESCAPE '\\' OR row.measure LIKE :search ESCAPE '\\' OR row.by LIKE :search ESCAPE '\\')`,
        { search: likePart(search) },
      );
    return this.database.long.find(query, options);
  }

  /** How often each filter caught in the last days, and how many viewers came to which step of the ladder. */
  async counts(days: number, options?: ReadOptions): Promise<Counts> {
    const since = Date.now() - days * 86_400_000;
    const filters = await this.database.long.rows<Counts['filters'][number]>(
      `SELECT filter, count(*) AS caught, sum(undone_at IS NOT NULL) AS undone FROM catches
       WHERE at >= ? AND filter IS NOT NULL GROUP BY filter`,
      [since],
      options,
    );
    const steps = await this.database.long.rows<Counts['steps'][number]>(
      `SELECT step, count(*) AS viewers FROM
         (SELECT viewer_id, max(step) AS step FROM catches
          WHERE at >= ? AND strike = 1 AND undone_at IS NULL GROUP BY viewer_id)
       WHERE step > 0 GROUP BY step ORDER BY step`,
      [since],
      options,
    );
    return { days, filters, steps };
  }

  async find(id: string): Promise<CatchRow | undefined> {
    return (await this.database.read.findOneBy(CatchRow, { id })) ?? undefined;
  }

  /** Who someone is now: two viewers may have been found to be one since. */
  async viewerNow(id: string): Promise<string> {
    const rows = await this.database.read.query<{ merged: string | null }[]>(
      'SELECT merged_into AS merged FROM viewers WHERE id = ?',
      [id],
    );
    return rows[0]?.merged ?? id;
  }

  /** Keeps what the streamer thinks of a catch; as a label of its line it counts for replay too. */
  async label(row: CatchRow, label: Label | null): Promise<void> {
    const { id, filter } = row;
    await this.database.write(async (manager) => {
      await manager.update(CatchRow, { id }, { label });
      if (filter === null) return;
      if (label === null)
        await manager.query('DELETE FROM guard_labels WHERE line_id = ? AND filter = ?', [id, filter]);
      else await writeLabel(manager, id, filter, label !== 'wrong');
    });
  }

  /** Keeps whether it is right that a filter catches a line, or with null forgets it. */
  async labelLine(line: string, filter: FilterName, right: boolean | null): Promise<void> {
    await this.database.write(async (manager) => {
      if (right === null)
        await manager.query('DELETE FROM guard_labels WHERE line_id = ? AND filter = ?', [line, filter]);
      else await writeLabel(manager, line, filter, right);
      await manager.query('UPDATE catches SET label = ? WHERE id = ? AND filter = ?', [
        right === null ? null : right ? 'right' : 'wrong',
        line,
        filter,
      ]);
    });
  }

  /** How lines were judged, by line and filter. */
  async labels(lines: readonly string[]): Promise<{ line: string; filter: FilterName; right: boolean }[]> {
    const rows = await this.database.read.query<{ line: string; filter: FilterName; right: number }[]>(
      'SELECT line_id AS line, filter, right FROM guard_labels WHERE line_id IN (SELECT value FROM json_each(?))',
      [JSON.stringify(lines)],
    );
    return rows.map((row) => ({ ...row, right: row.right === 1 }));
  }
}

async function writeLabel(
  manager: Parameters<Parameters<Database['write']>[0]>[0],
  line: string,
  filter: FilterName,
  right: boolean,
): Promise<void> {
  await manager.query(
    'INSERT INTO guard_labels (line_id, filter, right, at) VALUES (?, ?, ?, ?) ON CONFLICT (line_id, filter) DO UPDATE SET right = excluded.right, at = excluded.at',
    [line, filter, right ? 1 : 0, Date.now()],
  );
}

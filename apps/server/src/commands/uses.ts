import { COOLDOWN_LIMIT, type CommandUse, type UseChange } from '@gully/core/commands';
import { MoreThan, MoreThanOrEqual } from 'typeorm';
import { readied, type EntityManager } from '../database/index.js';
import { CommandDayUseRow, CommandViewerUseRow } from './rows.js';

interface OfCommand {
  uses: number;
  lastUse: number | undefined;
  /** by viewer, of those whose cooldown may still run or who used it lately */
  readonly byViewer: Map<string, { uses: number; lastUse: number }>;
  /** by day since 1970, of the last seven */
  readonly byDay: Map<number, number>;
  /** viewers above which the old are looked for and forgotten */
  forgetAbove: number;
}

const DAY_MS = 86_400_000;
const WEEK_DAYS = 7;
/** Uses by viewer that are older than any cooldown may be are forgotten in memory; they stay on disk. */
const REMEMBERED_MS = COOLDOWN_LIMIT * 1000;
const FORGET_ABOVE = 5_000;

const dayOf = (at: number): number => Math.floor(at / DAY_MS);

/** How often, when and by whom commands were used, in memory. */
export class Uses {
  private readonly commands = new Map<string, OfCommand>();
  /** viewers whose uses from before were looked up */
  private readonly older = new Set<string>();

  /** Reads what is held in memory again. */
  async reload(
    read: EntityManager,
    commands: readonly { id: string; uses: number; lastUse: number | null }[],
    now: number,
  ): Promise<void> {
    const recent = await read.findBy(CommandViewerUseRow, { lastUse: MoreThan(now - REMEMBERED_MS) });
    const days = await read.findBy(CommandDayUseRow, { day: MoreThanOrEqual(dayOf(now) - WEEK_DAYS) });
    this.commands.clear();
    this.older.clear();
    for (const command of commands) this.know(command);
    for (const { commandId, viewerId, uses, lastUse } of recent)
      this.commands.get(commandId)?.byViewer.set(viewerId, { uses, lastUse });
    for (const { commandId, day, uses } of days) this.commands.get(commandId)?.byDay.set(day, uses);
  }

  know({ id, uses, lastUse }: { id: string; uses: number; lastUse: number | null }): void {
    if (!this.commands.has(id))
      this.commands.set(id, {
        uses,
        lastUse: lastUse ?? undefined,
        byViewer: new Map(),
        byDay: new Map(),
        forgetAbove: FORGET_ABOVE,
      });
  }

  /** Looks up what these viewers used before, so that their counts go on from there. */
  async load(read: EntityManager, viewers: readonly string[]): Promise<void> {
    const unknown = viewers.filter((viewer) => !this.older.has(viewer));
    if (unknown.length === 0) return;
    if (this.older.size > FORGET_ABOVE * 4) this.older.clear();
    const rows = await read.query<{ commandId: string; viewerId: string; uses: number; lastUse: number }[]>(
      `SELECT command_id AS commandId, viewer_id AS viewerId, uses, last_use AS lastUse
       FROM command_viewer_uses WHERE viewer_id IN (SELECT value FROM json_each(?))`,
      [JSON.stringify(unknown)],
    );
    for (const viewer of unknown) this.older.add(viewer);
    for (const { commandId, viewerId, uses, lastUse } of rows) {
      const byViewer = this.commands.get(commandId)?.byViewer;
      if (byViewer?.has(viewerId) === false) byViewer.set(viewerId, { uses, lastUse });
    }
  }

  of(commandId: string, viewer: string): CommandUse {
    const known = this.commands.get(commandId);
    const theirs = known?.byViewer.get(viewer);
    return {
      uses: known?.uses ?? 0,
      usesByViewer: theirs?.uses ?? 0,
      lastUse: known?.lastUse,
      lastUseByViewer: theirs?.lastUse,
    };
  }

  /** Uses of the last seven days, today counted. */
  lastWeek(commandId: string, now: number): number {
    let sum = 0;
    for (const [day, uses] of this.commands.get(commandId)?.byDay ?? [])
      if (day > dayOf(now) - WEEK_DAYS) sum += uses;
    return sum;
  }

  apply({ commandId, viewer, at }: UseChange): void {
    const known = this.commands.get(commandId);
    if (known === undefined) return;
    known.uses += 1;
    known.lastUse = at;
    known.byViewer.set(viewer, { uses: (known.byViewer.get(viewer)?.uses ?? 0) + 1, lastUse: at });
    known.byDay.set(dayOf(at), (known.byDay.get(dayOf(at)) ?? 0) + 1);
    if (known.byViewer.size <= known.forgetAbove) return;
    for (const [id, { lastUse }] of known.byViewer)
      if (at - lastUse > REMEMBERED_MS) {
        known.byViewer.delete(id);
        this.older.delete(id);
      }
    // Looked through again only when it has doubled, so that a busy day does not pay with every message.
    known.forgetAbove = Math.max(FORGET_ABOVE, known.byViewer.size * 2);
  }

  /** Writes uses down, within the caller’s write. */
  write(manager: EntityManager, changes: readonly UseChange[]): void {
    const [inAll, byViewer, byDay] = [
      readied(manager, IN_ALL),
      readied(manager, BY_VIEWER),
      readied(manager, BY_DAY),
    ];
    for (const { count, of, at } of summed(changes, ({ commandId }) => [commandId])) inAll(count, at, ...of);
    for (const { count, of, at } of summed(changes, ({ commandId, viewer }) => [commandId, viewer]))
      byViewer(...of, count, at);
    for (const { count, of } of summed(changes, ({ commandId, at }) => [commandId, dayOf(at)]))
      byDay(...of, count);
  }
}

interface Sum {
  readonly of: readonly (string | number)[];
  count: number;
  /** the last of them */
  at: number;
}

/** Uses of the same, counted together: so many of one moment are of a few commands. */
function summed(changes: readonly UseChange[], of: (change: UseChange) => Sum['of']): Iterable<Sum> {
  const sums = new Map<string, Sum>();
  for (const change of changes) {
    const parts = of(change);
    const key = parts.join(' ');
    const sum = sums.get(key);
    if (sum === undefined) sums.set(key, { of: parts, count: 1, at: change.at });
    else {
      sum.count += 1;
      sum.at = Math.max(sum.at, change.at);
    }
  }
  return sums.values();
}

const IN_ALL = 'UPDATE commands SET uses = uses + ?, last_use = ? WHERE id = ?';
const BY_VIEWER = `INSERT INTO command_viewer_uses (command_id, viewer_id, uses, last_use) VALUES (?, ?, ?, ?)
  ON CONFLICT (command_id, viewer_id) DO UPDATE SET uses = uses + excluded.uses, last_use = excluded.last_use`;
const BY_DAY = `INSERT INTO command_day_uses (command_id, day, uses) VALUES (?, ?, ?)
  ON CONFLICT (command_id, day) DO UPDATE SET uses = uses + excluded.uses`;

import { Injectable, type OnModuleInit } from '@nestjs/common';
import {
  COOLDOWN_LIMIT,
  indexCommands,
  prepareCommand,
  type CommandIndex,
  type CommandUse,
  type PreparedCommand,
  type UseChange,
} from '@gully/core/commands';
import { IsNull, MoreThan } from 'typeorm';
import { CommandRow, CommandViewerUseRow, Database, type EntityManager } from '../database/index.js';

interface Uses {
  uses: number;
  lastUse: number | undefined;
  /** last use by viewer, of those whose cooldown may still run */
  readonly byViewer: Map<string, number>;
  /** viewers above which the old are looked for and forgotten */
  forgetAbove: number;
}

/** Uses by viewer that are older than any cooldown may be are forgotten in memory; they stay on disk. */
const REMEMBERED_MS = COOLDOWN_LIMIT * 1000;
const FORGET_ABOVE = 5_000;

/**
 * The commands as messages meet them: prepared, indexed and with their cooldowns, all in
 * memory. It is filled from the database and never ahead of it for long: the pipeline
 * writes what it `apply`s before it tells anyone, and reloads when the writing failed.
 */
@Injectable()
export class CommandsStore implements OnModuleInit {
  private readonly rows = new Map<string, CommandRow>();
  private prepared = new Map<string, PreparedCommand>();
  private byName: CommandIndex = new Map();
  private readonly uses = new Map<string, Uses>();

  constructor(private readonly database: Database) {}

  async onModuleInit(): Promise<void> {
    await this.reload();
  }

  async reload(): Promise<void> {
    const rows = await this.database.read.findBy(CommandRow, { deletedAt: IsNull() });
    const recent = await this.database.read.findBy(CommandViewerUseRow, {
      lastUse: MoreThan(Date.now() - REMEMBERED_MS),
    });
    this.rows.clear();
    this.uses.clear();
    for (const row of rows) {
      this.rows.set(row.id, row);
      this.uses.set(row.id, usesOf(row));
    }
    for (const { commandId, viewerId, lastUse } of recent)
      this.uses.get(commandId)?.byViewer.set(viewerId, lastUse);
    this.prepared = new Map(rows.map((row) => [row.id, prepareCommand(row)]));
    this.byName = indexCommands(this.prepared.values());
  }

  get index(): CommandIndex {
    return this.byName;
  }

  all(): CommandRow[] {
    return [...this.rows.values()].map((row) => this.withUses(row));
  }

  find(id: string): CommandRow | undefined {
    const row = this.rows.get(id);
    return row === undefined ? undefined : this.withUses(row);
  }

  /** The index as it would be with `draft` in force in place of the command of the same id. */
  indexWith(draft: PreparedCommand): CommandIndex {
    return indexCommands([
      ...[...this.prepared.values()].filter(({ command }) => command.id !== draft.command.id),
      draft,
    ]);
  }

  /** Takes over a command that was just written. */
  put(row: CommandRow): void {
    this.rows.set(row.id, row);
    if (!this.uses.has(row.id)) this.uses.set(row.id, usesOf(row));
    this.prepared.set(row.id, prepareCommand(row));
    this.byName = indexCommands(this.prepared.values());
  }

  remove(id: string): void {
    this.rows.delete(id);
    this.uses.delete(id);
    this.prepared.delete(id);
    this.byName = indexCommands(this.prepared.values());
  }

  use(commandId: string, viewer: string): CommandUse {
    const known = this.uses.get(commandId);
    return { uses: known?.uses ?? 0, lastUse: known?.lastUse, lastUseByViewer: known?.byViewer.get(viewer) };
  }

  /** Takes a use into account at once, so that the next message of the same moment meets the cooldown. */
  apply({ commandId, viewer, at }: UseChange): void {
    const known = this.uses.get(commandId);
    if (known === undefined) return;
    known.uses += 1;
    known.lastUse = at;
    known.byViewer.set(viewer, at);
    if (known.byViewer.size > known.forgetAbove) {
      for (const [id, last] of known.byViewer) if (at - last > REMEMBERED_MS) known.byViewer.delete(id);
      // Looked through again only when it has doubled, so that a busy day does not pay with every message.
      known.forgetAbove = Math.max(FORGET_ABOVE, known.byViewer.size * 2);
    }
  }

  /** Writes uses down, within the caller’s write. */
  async write(manager: EntityManager, changes: readonly UseChange[]): Promise<void> {
    for (const { commandId, viewer, at } of changes) {
      await manager.query('UPDATE commands SET uses = uses + 1, last_use = ? WHERE id = ?', [at, commandId]);
      await manager.query(
        `INSERT INTO command_viewer_uses (command_id, viewer_id, uses, last_use) VALUES (?, ?, 1, ?)
         ON CONFLICT (command_id, viewer_id) DO UPDATE SET uses = uses + 1, last_use = excluded.last_use`,
        [commandId, viewer, at],
      );
    }
  }

  private withUses(row: CommandRow): CommandRow {
    const { uses, lastUse } = this.uses.get(row.id) ?? { uses: row.uses, lastUse: row.lastUse };
    return { ...row, uses, lastUse: lastUse ?? null };
  }
}

function usesOf({ uses, lastUse }: CommandRow): Uses {
  return { uses, lastUse: lastUse ?? undefined, byViewer: new Map(), forgetAbove: FORGET_ABOVE };
}

import { Injectable, type OnModuleInit } from '@nestjs/common';
import {
  prepareCommand,
  REFUSAL_PAUSE_MS,
  TriggerIndex,
  type Command,
  type CommandUse,
  type PreparedCommand,
  type RefusedChange,
  type UseChange,
} from '@gully/core/commands';
import { countersOf, wordsOf } from '@gully/core/routines';
import { In, IsNull, Not } from 'typeorm';
import { CommandRow, Database, RoutineRow, ViewerRow, type EntityManager } from '../database/index.js';
import { Keepers } from '../keepers/index.js';
import { SettingsService } from '../settings/index.js';
import { fromRow, type StoredCommand } from './stored.js';
import { Uses } from './uses.js';

/**
 * The commands as messages meet them: prepared, indexed and with their cooldowns, all in
 * memory. It is filled from the database and never ahead of it for long: the pipeline
 * writes what it `apply`s before it tells anyone, and reloads when the writing failed.
 */
@Injectable()
export class CommandsStore implements OnModuleInit {
  private readonly commands = new Map<string, StoredCommand>();
  private prepared = new Map<string, PreparedCommand>();
  private triggers = new TriggerIndex([], '!');
  private counters: readonly string[] = [];
  private words: readonly string[] = [];
  private readonly uses = new Uses();
  private readonly refused = new Map<string, number>();
  /** viewers that were merged into another, by id */
  private merged = new Map<string, string>();

  constructor(
    private readonly database: Database,
    private readonly settings: SettingsService,
    keepers: Keepers,
  ) {
    keepers.add({
      kinds: ['use', 'refused'],
      ofViewers: true,
      apply: (change) => {
        this.apply(change);
      },
      write: (manager, changes) => this.write(manager, changes),
      reload: () => this.reload(),
    });
  }

  async onModuleInit(): Promise<void> {
    await this.reload();
    this.settings.follow((key) => {
      if (key === 'prefix') this.prepareAll();
    });
  }

  /**
   * Reads everything anew. Through the door for writing, so that no command is saved between
   * what is read here and what is then held: it would be lost from memory.
   */
  async reload(): Promise<void> {
    await this.database.readBetween(async (manager) => {
      const rows = await manager.findBy(CommandRow, { deletedAt: IsNull() });
      const routines = await manager.find(RoutineRow);
      const merged = await manager.findBy(ViewerRow, { mergedInto: Not(IsNull()) });
      const byId = new Map(routines.map((routine) => [routine.id, routine]));
      await this.uses.reload(manager, rows, Date.now());
      this.merged = new Map(merged.map(({ id, mergedInto }) => [id, mergedInto ?? id]));
      this.commands.clear();
      for (const row of rows) this.commands.set(row.id, fromRow(row, byId.get(row.routineId)));
    });
    this.prepareAll();
  }

  get prefix(): string {
    return this.settings.get('prefix').value;
  }

  get index(): TriggerIndex {
    return this.triggers;
  }

  all(): StoredCommand[] {
    return [...this.commands.values()].map((command) => this.withUses(command));
  }

  find(id: string): StoredCommand | undefined {
    const command = this.commands.get(id);
    return command === undefined ? undefined : this.withUses(command);
  }

  faultOf(id: string): string | undefined {
    return this.commands.get(id)?.unreadable ?? this.prepared.get(id)?.fault;
  }

  /** Counters that some command changes; they are known before they ever were. */
  get counterNames(): readonly string[] {
    return this.counters;
  }

  /** Words that some command remembers something by. */
  get wordNames(): readonly string[] {
    return this.words;
  }

  /** The index as it would be with `draft` in force in place of the command of the same id. */
  indexWith(draft: Command): TriggerIndex {
    const others = [...this.prepared.values()].filter(({ command }) => command.id !== draft.id);
    return new TriggerIndex([...others, prepareCommand(this.bound(draft), this.prefix, true)], this.prefix);
  }

  /** Takes over commands that were just written. */
  put(commands: readonly StoredCommand[]): void {
    for (const command of commands) {
      if (command.deletedAt === null) {
        this.commands.set(command.id, command);
        this.uses.know(command);
        this.prepared.set(command.id, this.prepare(command));
      } else {
        this.commands.delete(command.id);
        this.prepared.delete(command.id);
      }
    }
    this.makeIndex();
  }

  use(commandId: string, viewer: string): CommandUse {
    return this.uses.of(commandId, viewer);
  }

  async loadUses(viewers: readonly string[]): Promise<void> {
    await this.uses.load(this.database.read, viewers);
  }

  lastWeek(commandId: string): number {
    return this.uses.lastWeek(commandId, Date.now());
  }

  toldRefusal(viewer: string): number | undefined {
    return this.refused.get(viewer);
  }

  /** Takes a change into account at once, so that the next message of the same moment meets the cooldown. */
  private apply(change: UseChange | RefusedChange): void {
    if (change.kind === 'use') this.uses.apply(change);
    else {
      this.refused.set(change.viewer, change.at);
      if (this.refused.size > 1_000)
        for (const [viewer, at] of this.refused)
          if (change.at - at > REFUSAL_PAUSE_MS) this.refused.delete(viewer);
    }
  }

  /** Writes changes down, within the caller’s write. That somebody was told a refusal is a courtesy of the moment. */
  private async write(
    manager: EntityManager,
    changes: readonly (UseChange | RefusedChange)[],
  ): Promise<void> {
    await this.uses.write(
      manager,
      changes.filter((change) => change.kind === 'use'),
    );
  }

  private prepareAll(): void {
    this.prepared = new Map(
      [...this.commands.values()].map((command) => [command.id, this.prepare(command)]),
    );
    this.makeIndex();
  }

  private makeIndex(): void {
    this.triggers = new TriggerIndex([...this.prepared.values()], this.prefix);
    const routines = [...this.commands.values()].map(({ routine }) => routine);
    this.counters = [...new Set(routines.flatMap(countersOf))];
    this.words = [...new Set(routines.flatMap(wordsOf))];
  }

  private prepare(command: StoredCommand): PreparedCommand {
    const prepared = prepareCommand(this.bound(command), this.prefix);
    return command.unreadable === undefined ? prepared : { ...prepared, fault: command.unreadable };
  }

  /** With viewers named by an account that was merged bound to who they are. */
  private bound<T extends Command>(command: T): T {
    const { always, never } = command.gates;
    const bind = (named: (typeof always)[number]): (typeof always)[number] => ({
      ...named,
      viewer: named.viewer === null ? null : (this.merged.get(named.viewer) ?? named.viewer),
    });
    return { ...command, gates: { ...command.gates, always: always.map(bind), never: never.map(bind) } };
  }

  private withUses(command: StoredCommand): StoredCommand {
    const { uses, lastUse } = this.uses.of(command.id, '');
    return { ...command, uses, lastUse: lastUse ?? null };
  }
}

/** The routines of these commands, by id. */
export async function routinesOfRows(
  read: EntityManager,
  rows: readonly CommandRow[],
): Promise<Map<string, RoutineRow>> {
  const routines = await read.findBy(RoutineRow, { id: In(rows.map(({ routineId }) => routineId)) });
  return new Map(routines.map((routine) => [routine.id, routine]));
}

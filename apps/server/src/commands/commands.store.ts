import { Injectable, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import {
  commandDoing,
  commandsByRole,
  openCommands,
  prepareCommand,
  REFUSAL_PAUSE_MS,
  refusalKey,
  DraftedTriggers,
  TriggerIndex,
  type Command,
  type PreparedCommand,
  type RefusedChange,
  type Triggers,
  type UseChange,
} from '@gully/core/commands';
import type { CommandCounts } from '@gully/core/news';
import type { World } from '@gully/core/channel';
import { countersOf, wordsOf } from '@gully/core/routines';
import { In, IsNull } from 'typeorm';
import { Database, type EntityManager } from '../database/index.js';
import { CommandRow } from './rows.js';
import { RoutineRow } from '../routines/index.js';
import type { AboutToDecide } from '../live/index.js';
import { LiveChannel } from '../pipeline/index.js';
import { NewsService } from '../news/index.js';
import { CountersStore, MemoryStore } from '../routines/index.js';
import { PREFIX, SettingsService } from '../settings/index.js';
import { ViewersService } from '../viewers/index.js';
import { Soon } from '../signals/index.js';
import { namesIn } from './names-in.js';
import { fromRow, type StoredCommand } from './stored.js';
import { Uses } from './uses.js';

/** How long uses may wait until pages are told of them, in milliseconds. */
const TELL_MS = 1_000;

/**
 * The commands as messages meet them: prepared, indexed and with their cooldowns, all in
 * memory. It is filled from the database and never ahead of it for long: the pipeline
 * writes what it `apply`s before it tells anyone, and reloads when the writing failed.
 */
@Injectable()
export class CommandsStore implements OnModuleInit, OnModuleDestroy {
  private readonly commands = new Map<string, StoredCommand>();
  private prepared = new Map<string, PreparedCommand>();
  private triggers = new TriggerIndex([], '!');
  private counterNames: readonly string[] = [];
  private wordNames: readonly string[] = [];
  private readonly uses = new Uses();
  private readonly refused = new Map<string, number>();
  /** commands used since pages were last told */
  private readonly used = new Set<string>();
  private readonly usesTold = new Soon(TELL_MS, () => {
    this.tellUses();
  });
  /** viewers that were merged into another, by id */
  private merged = new Map<string, string>();

  constructor(
    private readonly database: Database,
    private readonly settings: SettingsService,
    private readonly viewers: ViewersService,
    counters: CountersStore,
    memory: MemoryStore,
    { world, keepers }: LiveChannel,
    private readonly news: NewsService,
  ) {
    counters.alsoNamed(() => this.counterNames);
    memory.alsoNamed(() => this.wordNames);
    world.add('commands', {
      look: () => this.view(),
      named: (about) => this.named(about),
      prepare: ({ viewers: about }) => this.uses.load(this.database.read, about),
    });
    keepers.add({
      kinds: ['use', 'refused'],
      ofViewers: true,
      apply: (change) => {
        this.apply(change);
      },
      write: (manager, changes) => this.write(manager, changes),
      written: (changes) => {
        for (const change of changes) if (change.kind === 'use') this.tellSoon(change.commandId);
      },
      reload: () => this.reload(),
      reloadOfViewers: () => this.reloadOfViewers(),
    });
  }

  onModuleDestroy(): void {
    this.usesTold.stop();
  }

  async onModuleInit(): Promise<void> {
    await this.reload();
    this.settings.subscribe((name) => {
      if (name === PREFIX.name) this.prepareAll();
    });
  }

  /**
   * Reads everything again. Through the door for writing, so that no command is saved between
   * what is read here and what is then held: it would be lost from memory.
   */
  async reload(): Promise<void> {
    await this.database.readBetween(async (manager) => {
      const rows = await manager.findBy(CommandRow, { deletedAt: IsNull() });
      const routines = await manager.find(RoutineRow);
      await this.readMerged(manager);
      const byId = new Map(routines.map((routine) => [routine.id, routine]));
      await this.uses.reload(manager, rows, Date.now());
      this.commands.clear();
      for (const row of rows) this.commands.set(row.id, fromRow(row, byId.get(row.routineId)));
    });
    this.prepareAll();
  }

  /** After viewers were merged, erased or imported: counts by viewer, and commands that name viewers. */
  private async reloadOfViewers(): Promise<void> {
    await this.database.readBetween(async (manager) => {
      await this.uses.reload(manager, this.all(), Date.now());
      await this.readMerged(manager);
    });
    for (const command of this.commands.values())
      if (command.gates.always.length + command.gates.never.length > 0)
        this.prepared.set(command.id, this.prepare(command));
    this.makeIndex();
  }

  private async readMerged(manager: EntityManager): Promise<void> {
    const merged = await manager.query<{ id: string; winner: string }[]>(
      'SELECT id, merged_into AS winner FROM viewers WHERE merged_into IS NOT NULL',
    );
    this.merged = new Map(merged.map(({ id, winner }) => [id, winner]));
  }

  get prefix(): string {
    return this.settings.get(PREFIX).value;
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

  /** Made ready, by id. */
  preparedOf(id: string): PreparedCommand | undefined {
    return this.prepared.get(id);
  }

  faultOf(id: string): string | undefined {
    return this.commands.get(id)?.unreadable ?? this.prepared.get(id)?.fault;
  }

  /** An index with `draft` in force in place of the command of the same id. */
  indexWith(under: Triggers, draft: Command): Triggers {
    return new DraftedTriggers(under, prepareCommand(this.bound(draft), this.prefix, true));
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

  /** The commands as decisions look at them. */
  private view(): World['commands'] {
    const index = this.triggers;
    return {
      index,
      use: (commandId, viewer) => this.uses.of(commandId, viewer),
      toldRefusal: (commandId, viewer, failure) =>
        this.refused.get(refusalKey({ commandId, viewer, failure })),
      openTo: (viewer, roles) => openCommands(index, viewer, roles),
      byRole: () => commandsByRole(index),
      doing: (like) => commandDoing(index, like),
    };
  }

  /** Looks up the viewers that texts name. */
  private async named({ texts }: AboutToDecide): Promise<string[]> {
    const names = texts.flatMap((text) => namesIn(text, this.prefix));
    if (names.length === 0) return [];
    await this.viewers.loadNames(names);
    return names.flatMap((name) => this.viewers.named(name)?.id ?? []);
  }

  lastWeek(commandId: string): number {
    return this.uses.lastWeek(commandId, Date.now());
  }

  /** Pages are told how often commands were used, many of them together. */
  private tellSoon(id: string): void {
    this.used.add(id);
    this.usesTold.ask();
  }

  private tellUses(): void {
    const counts = [...this.used].flatMap((each): CommandCounts[] => {
      const command = this.find(each);
      if (command === undefined) return [];
      const { uses, lastUse } = command;
      const at = lastUse === null ? null : new Date(lastUse).toISOString();
      return [{ id: each, uses, usesLastWeek: this.lastWeek(each), lastUse: at }];
    });
    this.used.clear();
    this.news.publish('uses', { counts });
  }

  /** Takes a change into account at once, so that the next message of the same moment meets the cooldown. */
  private apply(change: UseChange | RefusedChange): void {
    if (change.kind === 'use') this.uses.apply(change);
    else {
      this.refused.set(refusalKey(change), change.at);
      if (this.refused.size > 1_000)
        for (const [key, at] of this.refused) if (change.at - at > REFUSAL_PAUSE_MS) this.refused.delete(key);
    }
  }

  /** Writes changes down, within the caller’s write. That someone was told a refusal is a courtesy of the moment. */
  private write(manager: EntityManager, changes: readonly (UseChange | RefusedChange)[]): Promise<void> {
    this.uses.write(
      manager,
      changes.filter((change) => change.kind === 'use'),
    );
    return Promise.resolve();
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
    this.counterNames = [...new Set(routines.flatMap(countersOf))];
    this.wordNames = [...new Set(routines.flatMap(wordsOf))];
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

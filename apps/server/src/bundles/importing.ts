import { Injectable } from '@nestjs/common';
import { askedIn, type Bundle, type ItemKind } from '@gully/core/bundles';
import { commandBody, titleOf, type CommandBody } from '@gully/core/commands';
import {
  listsOf,
  routineBody,
  routinesOf,
  webhooksOf,
  withReferences,
  type NamedRoutineBody,
  type Routine,
} from '@gully/core/routines';
import { foldName } from '@gully/core/text';
import { ActivityService } from '../activity/index.js';
import {
  CommandsService,
  CommandsStore,
  storedCommand,
  writeTogether,
  type StoredCommand,
} from '../commands/index.js';
import {
  BundleImportRow,
  Database,
  type EntityManager,
  ListRow,
  NamedRoutineRow,
  newId,
} from '../database/index.js';
import { ListsService, ListsStore, type KeptList } from '../lists/index.js';
import { NewsService } from '../news/index.js';
import { Problem } from '../problem/index.js';
import {
  NamedRoutinesService,
  NamedRoutinesStore,
  writeNamed,
  type StoredRoutine,
} from '../routines/index.js';
import { WebhooksStore } from '../webhooks/index.js';
import { Exporting } from './exporting.js';

/** What is to become of one thing in a bundle. */
export interface Choice {
  readonly kind: ItemKind;
  /** its name in the bundle */
  readonly name: string;
  readonly action: 'take' | 'rename' | 'leave';
  /** for rename */
  readonly as: string;
}

/** One thing in a bundle beside what the channel has. */
export interface Looked {
  readonly kind: ItemKind;
  readonly name: string;
  readonly state: 'new' | 'same' | 'different';
  /** what it refers to and neither the bundle nor the channel has */
  readonly missing: readonly string[];
  /** as the bundle has it, and as the channel does */
  readonly theirs: unknown;
  readonly ours: unknown;
}

/** What an import changed, for taking it back: what was before, null for what was added. */
interface Undo {
  readonly commands: readonly {
    readonly id: string;
    readonly version: number;
    readonly before: CommandBody | null;
  }[];
  readonly routines: readonly {
    readonly id: string;
    readonly version: number;
    readonly before: NamedRoutineBody | null;
  }[];
  readonly lists: readonly {
    readonly id: string;
    readonly version: number;
    readonly before: { name: string; text: string } | null;
  }[];
}

interface Placed<B> {
  readonly body: B;
  readonly id: string;
  readonly name: string;
  /** false when it is left as it is */
  readonly taken: boolean;
}

/** Takes bundles in: looks first, then all or nothing, with one undo. */
@Injectable()
export class Importing {
  constructor(
    private readonly database: Database,
    private readonly exporting: Exporting,
    private readonly commands: CommandsService,
    private readonly commandsStore: CommandsStore,
    private readonly routines: NamedRoutinesService,
    private readonly routinesStore: NamedRoutinesStore,
    private readonly lists: ListsService,
    private readonly listsStore: ListsStore,
    private readonly webhooks: WebhooksStore,
    private readonly news: NewsService,
    private readonly activity: ActivityService,
  ) {}

  look(bundle: Bundle): Looked[] {
    const has = {
      list: new Set([...bundle.lists, ...this.listsStore.all()].map(({ name }) => foldName(name))),
      routine: new Set([...bundle.routines, ...this.routinesStore.all()].map(({ name }) => foldName(name))),
      webhook: new Set(this.webhooks.names()),
    };
    const missing = (routine: Routine): string[] => [
      ...listsOf(routine)
        .filter((name) => !has.list.has(foldName(name)))
        .map((name) => `the list ${name}`),
      ...routinesOf(routine)
        .filter((name) => !has.routine.has(foldName(name)))
        .map((name) => `the routine ${name}`),
      ...webhooksOf(routine)
        .filter((name) => !has.webhook.has(name))
        .map((name) => `the webhook ${name}`),
    ];
    const looked = (
      kind: ItemKind,
      name: string,
      theirs: unknown,
      ours: unknown,
      lacks: string[],
    ): Looked => ({
      kind,
      name,
      state: ours === undefined ? 'new' : isSame(theirs, ours) ? 'same' : 'different',
      missing: [...lacks, ...askedIn(theirs).map((question) => `the question ${question}`)],
      theirs,
      ours: ours ?? null,
    });
    return [
      ...bundle.commands.map((command) => {
        const ours = this.commandNamed(command);
        const shown = ours === undefined ? undefined : this.exporting.command(ours);
        return looked('commands', titleOf(command, ''), command, shown, missing(command.routine));
      }),
      ...bundle.routines.map((routine) => {
        const ours = this.routineNamed(routine.name);
        const shown = ours === undefined ? undefined : this.exporting.routine(ours);
        return looked('routines', routine.name, routine, shown, missing(routine.routine));
      }),
      ...bundle.lists.map(({ name, lines }) => {
        const ours = this.listNamed(name);
        const shown = ours === undefined ? undefined : { name: ours.name, lines: ours.lines };
        return looked('lists', name, { name, lines }, shown, []);
      }),
    ];
  }

  /** @returns the import's id, for its undo, and how many things it changed */
  async take(bundle: Bundle, choices: readonly Choice[]): Promise<{ id: string; changed: number }> {
    const place = <B>(kind: ItemKind, name: string, body: B, ours: { id: string } | undefined): Placed<B> => {
      const choice = choices.find((each) => each.kind === kind && each.name === name);
      const action = choice?.action ?? 'take';
      if (action === 'leave') return { body, id: ours?.id ?? '', name, taken: false };
      if (action === 'rename') return { body, id: newId(), name: (choice?.as ?? '').trim(), taken: true };
      return { body, id: ours?.id ?? newId(), name, taken: true };
    };
    const lists = bundle.lists.map((list) => place('lists', list.name, list, this.listNamed(list.name)));
    const routines = bundle.routines.map((routine) =>
      place('routines', routine.name, routine, this.routineNamed(routine.name)),
    );
    const commands = bundle.commands.map((command) =>
      place('commands', titleOf(command, ''), command, this.commandNamed(command)),
    );
    const idOf = (what: 'list' | 'routine' | 'webhook', name: string): string => {
      if (what === 'webhook') return name;
      const carried = (what === 'list' ? lists : routines).find(
        ({ body }) => foldName(body.name) === foldName(name),
      );
      // What is nowhere keeps its name, so that its place in the editor says what was meant.
      if (carried !== undefined && carried.id !== '') return carried.id;
      return (what === 'list' ? this.listNamed(name) : this.routineNamed(name))?.id ?? name;
    };
    const withIds = (routine: Routine): Routine => ({
      ...routine,
      steps: withReferences(routine.steps, idOf),
    });

    const now = Date.now();
    const newRoutines = routines
      .filter(({ taken }) => taken)
      .map(({ id, name, body }): StoredRoutine => ({
        ...routineBody(body),
        name,
        routine: withIds(body.routine),
        id,
        version: (this.routinesStore.find(id)?.version ?? 0) + 1,
        changedAt: now,
        deletedAt: null,
        unreadable: undefined,
      }));
    const newCommands = commands
      .filter(({ taken }) => taken)
      .map(({ id, name, body }): StoredCommand => {
        const before = this.commandsStore.find(id);
        const renamed = body.trigger.name === '' ? body.trigger : { ...body.trigger, name };
        const next = { ...commandBody(body), trigger: renamed, routine: withIds(body.routine) };
        return storedCommand(next, id, before, now);
      });
    const newLists = lists.filter(({ taken }) => taken);
    const undo: Undo = {
      commands: newCommands.map(({ id, version }) => ({
        id,
        version,
        before: bodyOrNull(this.commandsStore.find(id), commandBody),
      })),
      routines: newRoutines.map(({ id, version }) => ({
        id,
        version,
        before: bodyOrNull(this.routinesStore.find(id), routineBody),
      })),
      lists: newLists.map(({ id }) => ({
        id,
        version: (this.listsStore.find(id)?.version ?? 0) + 1,
        before: bodyOrNull(this.listsStore.find(id), ({ name, lines }) => ({ name, text: lines.join('\n') })),
      })),
    };
    this.commands.checkTogether(newCommands);
    this.routines.checkTogether(newRoutines);
    const importId = newId();
    const saved = await this.database.write(async (manager) => {
      await manager.insert(BundleImportRow, {
        id: importId,
        at: now,
        title: bundle.title,
        undo: JSON.stringify(undo),
        undoneAt: null,
      });
      return this.write(
        manager,
        newCommands,
        newRoutines,
        newLists.map(({ id, name, body }) => ({ id, name, text: body.lines.join('\n') })),
      );
    });
    this.put(newCommands, newRoutines, saved);
    this.activity.tell(
      'changed',
      bundle.title,
      `taken in, ${String(newCommands.length + newRoutines.length + saved.length)} things`,
    );
    return { id: importId, changed: newCommands.length + newRoutines.length + saved.length };
  }

  /** Takes an import back: what it added goes, what it replaced is as it was. */
  async undo(id: string): Promise<void> {
    const row = await this.database.read.findOneBy(BundleImportRow, { id });
    if (row?.undoneAt !== null)
      throw new Problem(404, 'There is no such import', 'It may have been taken back already.');
    const undo = JSON.parse(row.undo) as Undo;
    const now = Date.now();
    const changedSince = [
      ...undo.commands.filter((each) => this.commandsStore.find(each.id)?.version !== each.version),
      ...undo.routines.filter((each) => this.routinesStore.find(each.id)?.version !== each.version),
      ...undo.lists.filter((each) => this.listsStore.find(each.id)?.version !== each.version),
    ];
    if (changedSince.length > 0)
      throw new Problem(
        409,
        'It is not taken back',
        `${String(changedSince.length)} of what it brought were changed or deleted since. Nothing was changed; step back each by itself.`,
      );
    const commands = undo.commands.flatMap(({ id: commandId, before }): StoredCommand[] => {
      const current = this.commandsStore.find(commandId);
      if (current === undefined) return [];
      return [
        before === null ? { ...current, deletedAt: now } : storedCommand(before, commandId, current, now),
      ];
    });
    const routines = undo.routines.flatMap(({ id: routineId, before }): StoredRoutine[] => {
      const current = this.routinesStore.find(routineId);
      if (current === undefined) return [];
      return [
        {
          ...current,
          ...(before ?? {}),
          version: current.version + 1,
          changedAt: now,
          deletedAt: before === null ? now : null,
        },
      ];
    });
    const kept = undo.lists.flatMap(({ id: listId, before }) =>
      before === null ? [] : [{ id: listId, ...before }],
    );
    const gone = undo.lists.filter(({ before }) => before === null).map((each) => each.id);
    const saved = await this.database.write(async (manager) => {
      await manager.update(BundleImportRow, { id }, { undoneAt: now });
      for (const each of gone) await manager.update(ListRow, { id: each }, { deletedAt: now });
      for (const each of routines)
        if (each.deletedAt !== null)
          await manager.update(NamedRoutineRow, { id: each.id }, { deletedAt: now });
      return this.write(
        manager,
        commands,
        routines.filter(({ deletedAt }) => deletedAt === null),
        kept,
      );
    });
    for (const each of gone) this.listsStore.remove(each);
    this.put(commands, routines, saved);
    this.activity.tell('changed', row.title, 'taken back');
  }

  private async write(
    manager: EntityManager,
    commands: readonly StoredCommand[],
    routines: readonly StoredRoutine[],
    lists: readonly { readonly id: string; readonly name: string; readonly text: string }[],
  ): Promise<KeptList[]> {
    const saved: KeptList[] = [];
    for (const { id, name, text } of lists) {
      const { list } = await this.lists.writeList(manager, id, this.listsStore.find(id), { name, text });
      saved.push(list);
    }
    for (const routine of routines) await writeNamed(manager, routine);
    await writeTogether(manager, commands);
    return saved;
  }

  private put(
    commands: readonly StoredCommand[],
    routines: readonly StoredRoutine[],
    lists: readonly KeptList[],
  ): void {
    for (const list of lists) this.listsStore.put(list);
    this.routinesStore.put(routines);
    this.commandsStore.put(commands);
    this.news.publish('commands', { count: commands.length });
    this.news.publish('routine', { id: '' });
    this.news.publish('list', { id: '' });
  }

  private commandNamed({ trigger }: CommandBody): StoredCommand | undefined {
    return this.commandsStore
      .all()
      .find((each) =>
        trigger.name === ''
          ? titleOf(each, '') === titleOf({ trigger }, '')
          : foldName(each.trigger.name) === foldName(trigger.name),
      );
  }
  private routineNamed(name: string): StoredRoutine | undefined {
    return this.routinesStore.all().find((each) => foldName(each.name) === foldName(name.trim()));
  }
  private listNamed(name: string): KeptList | undefined {
    return this.listsStore.all().find((each) => foldName(each.name) === foldName(name.trim()));
  }
}

function bodyOrNull<T, B>(given: T | undefined, bodyOf: (given: T) => B): B | null {
  return given === undefined ? null : bodyOf(given);
}

/** The same whatever the order of its fields. */
function isSame(a: unknown, b: unknown): boolean {
  return JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));
}
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, each]) => [key, sorted(each)]),
  );
}

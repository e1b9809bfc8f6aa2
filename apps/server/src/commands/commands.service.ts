import { Injectable } from '@nestjs/common';
import {
  checkCommand,
  commandDoing,
  commandsByRole,
  commandBody,
  openCommands,
  tidyCommand,
  titleOf,
  type CommandBody,
} from '@gully/core/commands';
import type { World } from '@gully/core/channel';
import { countersOf, withNames, wordsOf, type Faults, type Surroundings } from '@gully/core/routines';
import type { NamedViewer } from '@gully/core/viewers';
import { In } from 'typeorm';
import { type EntityManager } from '../database/index.js';
import { CommandRow } from './rows.js';
import { Calls } from '../routines/index.js';
import { ThingParts, Things, type Head } from '../things/index.js';
import { ViewersService } from '../viewers/index.js';
import { CommandsStore, routinesOfRows } from './commands.store.js';
import { completeBody, fromRow, type StoredCommand } from './stored.js';
import { CommandBodyDto, type CommandDto } from './views.js';
import { writeTogether } from './writing.js';

/** Makes, changes, removes and puts back commands. */
@Injectable()
export class CommandsService extends Things<'command', StoredCommand> {
  /** the list is sent whole, so it has a bound */
  protected readonly most = 2_000;
  protected readonly bodyShape = CommandBodyDto;

  constructor(
    parts: ThingParts,
    private readonly store: CommandsStore,
    private readonly calls: Calls,
    private readonly viewers: ViewersService,
  ) {
    super('command', parts);
  }

  private checked:
    { readonly together: readonly StoredCommand[]; readonly all: readonly StoredCommand[] } | undefined;

  all(): readonly StoredCommand[] {
    return this.store.all();
  }
  find(id: string): StoredCommand | undefined {
    return this.store.find(id);
  }
  bodyOf(command: StoredCommand): CommandBody {
    return commandBody(command);
  }
  made(body: CommandBody, head: Head, before: StoredCommand | undefined): StoredCommand {
    const { uses = 0, lastUse = null } = before ?? {};
    return { ...commandBody(body), ...head, uses, lastUse, unreadable: undefined };
  }
  readBody(given: object): CommandBody {
    return commandBody(given as CommandBody);
  }
  inForce(world: World, id: string, body: CommandBody): World {
    const command = { ...tidyCommand(body, this.store.prefix), id };
    const index = this.store.indexWith(world.commands.index, command);
    const { routine } = command;
    return {
      ...withNames(world, { counters: countersOf(routine), words: wordsOf(routine) }),
      commands: {
        ...world.commands,
        index,
        openTo: (who, roles) => openCommands(index, who, roles),
        byRole: () => commandsByRole(index),
        doing: (like) => commandDoing(index, like),
      },
    };
  }
  override titleOf(command: StoredCommand): string {
    return titleOf(command, this.store.prefix);
  }

  view(command: StoredCommand): CommandDto {
    const { id, version, uses } = command;
    return {
      ...(commandBody(command) as unknown as CommandDto),
      id,
      version,
      uses,
      usesLastWeek: this.store.lastWeek(id),
      changedAt: new Date(command.changedAt).toISOString(),
      lastUse: command.lastUse === null ? null : new Date(command.lastUse).toISOString(),
      fault: this.store.faultOf(id) ?? null,
    };
  }

  /** Tidied, and with named viewers bound to who they are. */
  protected async tidied(given: CommandBody): Promise<CommandBody> {
    const body = tidyCommand(commandBody(given), this.store.prefix);
    const { always, never } = body.gates;
    const bound = await this.viewers.bind([...always, ...never]);
    const bind = (named: NamedViewer): NamedViewer => bound.get(named) ?? named;
    return { ...body, gates: { ...body.gates, always: always.map(bind), never: never.map(bind) } };
  }
  protected faultsOf(
    command: StoredCommand,
    together: readonly StoredCommand[],
    about: Surroundings,
  ): Faults {
    const faults = checkCommand(command, this.withAllOthers(together), this.store.prefix, about);
    const circle = this.calls.faultOf(command.id, this.titleOf(command), command.routine);
    if (circle !== undefined) faults.steps = circle;
    return faults;
  }
  /** Those that are saved together with all others; made once for all of them. */
  private withAllOthers(together: readonly StoredCommand[]): readonly StoredCommand[] {
    if (this.checked?.together === together) return this.checked.all;
    const ids = new Set(together.map(({ id }) => id));
    const all = [...this.store.all().filter(({ id }) => !ids.has(id)), ...together];
    this.checked = { together, all };
    return all;
  }
  protected completed(body: Partial<CommandBody>): CommandBody {
    return completeBody(body);
  }
  protected async deleted(ids: readonly string[]): Promise<StoredCommand[]> {
    const { read } = this.parts.database;
    const rows = await read.findBy(CommandRow, { id: In([...ids]) });
    const routines = await routinesOfRows(read, rows);
    return rows.map((row) => fromRow(row, routines.get(row.routineId)));
  }
  protected writeRows(manager: EntityManager, commands: readonly StoredCommand[]): Promise<void> {
    return writeTogether(manager, commands);
  }
  protected put(commands: readonly StoredCommand[]): void {
    this.store.put(commands);
  }
  protected current(command: StoredCommand): object {
    return this.view(command);
  }
}

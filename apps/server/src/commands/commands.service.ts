import { Injectable } from '@nestjs/common';
import {
  checkCommand,
  commandBody,
  commandDoing,
  commandsByRole,
  openCommands,
  tidyCommand,
  titleOf,
  type CommandBody,
} from '@gully/core/commands';
import type { World } from '@gully/core/channel';
import { countersOf, withNames, wordsOf } from '@gully/core/routines';
import type { NamedViewer } from '@gully/core/viewers';
import { In } from 'typeorm';
import { Calls } from '../routines/index.js';
import { ThingParts, Things } from '../things/index.js';
import { ViewersService } from '../viewers/index.js';
import { CommandsStore, routinesOfRows } from './commands.store.js';
import { CommandRow } from './rows.js';
import { completeBody, fromRow, type StoredCommand } from './stored.js';
import { CommandBodyDto, type CommandDto } from './views.js';
import { writeTogether } from './writing.js';

/** Makes, changes, removes and puts back commands. */
@Injectable()
export class CommandsService extends Things<'command', StoredCommand> {
  constructor(
    parts: ThingParts,
    private readonly store: CommandsStore,
    calls: Calls,
    viewers: ViewersService,
  ) {
    const withAllOthers = allOthersOf(store);
    super(parts, {
      kind: 'command',
      // The list is sent whole, so it has a bound.
      most: 2_000,
      bodyShape: CommandBodyDto,
      bodyOf: commandBody,
      made: (body, head, before) => {
        const { uses = 0, lastUse = null } = before ?? {};
        return { ...commandBody(body), ...head, uses, lastUse, unreadable: undefined };
      },
      completed: completeBody,
      // With named viewers bound to who they are.
      tidied: async (given) => {
        const body = tidyCommand(commandBody(given), store.prefix);
        const { always, never } = body.gates;
        const bound = await viewers.bind([...always, ...never]);
        const bind = (named: NamedViewer): NamedViewer => bound.get(named) ?? named;
        return { ...body, gates: { ...body.gates, always: always.map(bind), never: never.map(bind) } };
      },
      titleOf: (command) => titleOf(command, store.prefix),
      current: (command) => this.view(command),
      faultsOf: (command, { together, about }) => {
        const faults = checkCommand(command, withAllOthers(together), store.prefix, about);
        const circle = calls.faultOf(command.id, titleOf(command, store.prefix), command.routine);
        if (circle !== undefined) faults.steps = circle;
        return faults;
      },
      inForce: (world, id, body) => withDraft(world, id, body, store),
      store: {
        all: () => store.all(),
        find: (id) => store.find(id),
        onDisk: async (ids) => {
          const { read } = parts.database;
          const rows = await read.findBy(CommandRow, { id: In([...ids]) });
          const routines = await routinesOfRows(read, rows);
          return rows.map((row) => fromRow(row, routines.get(row.routineId)));
        },
        write: writeTogether,
        put: (commands) => {
          store.put(commands);
        },
      },
    });
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
}

/** Those that are saved together with all others; made once for all of them. */
function allOthersOf(store: CommandsStore): (together: readonly StoredCommand[]) => readonly StoredCommand[] {
  let made: { readonly together: unknown; readonly all: readonly StoredCommand[] } | undefined;
  return (together) => {
    if (made?.together === together) return made.all;
    const ids = new Set(together.map(({ id }) => id));
    const all = [...store.all().filter(({ id }) => !ids.has(id)), ...together];
    made = { together, all };
    return all;
  };
}

function withDraft(world: World, id: string, body: CommandBody, store: CommandsStore): World {
  const command = { ...tidyCommand(body, store.prefix), id };
  const index = store.indexWith(world.commands.index, command);
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

import { Injectable } from '@nestjs/common';
import { BUNDLE_FORMAT, BUNDLE_VERSION, type Bundle } from '@gully/core/bundles';
import { commandBody, titleOf, type CommandBody } from '@gully/core/commands';
import {
  listsOf,
  routineBody,
  routinesOf,
  withReferences,
  type NamedRoutineBody,
  type Routine,
} from '@gully/core/routines';
import { timerBody, type TimerBody } from '@gully/core/timers';
import type { NamedViewer } from '@gully/core/viewers';
import { CommandsStore } from '../commands/index.js';
import { ListsStore } from '../lists/index.js';
import { NamedRoutinesStore } from '../routines/index.js';
import { TimersStore } from '../timers/index.js';

/** What of the channel goes into a bundle, by id. */
export interface Chosen {
  readonly commands: readonly string[];
  readonly routines: readonly string[];
  readonly lists: readonly string[];
  readonly timers: readonly string[];
}

/** Makes bundles: what was chosen, and what that refers to, with names in place of ids. */
@Injectable()
export class Exporting {
  constructor(
    private readonly commands: CommandsStore,
    private readonly routines: NamedRoutinesStore,
    private readonly lists: ListsStore,
    private readonly timers: TimersStore,
  ) {}

  export(chosen: Chosen, about: Pick<Bundle, 'title' | 'author' | 'note' | 'questions'>): Bundle {
    const timers = chosen.timers.flatMap((id) => this.timers.find(id) ?? []);
    const run = (does: TimerBody['does']): string[] =>
      timers.filter((timer) => timer.does === does).map(({ runs }) => runs);
    const commands = [...new Set([...chosen.commands, ...run('command')])].flatMap(
      (id) => this.commands.find(id) ?? [],
    );
    const routines = this.withCalled([
      ...chosen.routines,
      ...run('routine'),
      ...commands.flatMap(({ routine }) => routinesOf(routine)),
    ]);
    const drawn = [...commands, ...routines].flatMap(({ routine }) => listsOf(routine));
    const lists = [...new Set([...chosen.lists, ...drawn])].flatMap((id) => this.lists.find(id) ?? []);
    return {
      format: BUNDLE_FORMAT,
      version: BUNDLE_VERSION,
      ...about,
      commands: commands.map((command) => this.command(command)),
      routines: routines.map((routine) => this.routine(routine)),
      lists: lists.map(({ name, lines }) => ({ name, lines })),
      timers: timers.map((timer) => this.timer(timer)),
    };
  }

  /** A command as a bundle has it, for setting it beside one. */
  command(command: CommandBody): CommandBody {
    const body = commandBody(command);
    return {
      ...body,
      gates: { ...body.gates, always: unbound(body.gates.always), never: unbound(body.gates.never) },
      routine: this.named(body.routine),
    };
  }

  routine(routine: NamedRoutineBody): NamedRoutineBody {
    const body = routineBody(routine);
    return {
      ...body,
      triggers: body.triggers.map((trigger) => ({ ...trigger, viewers: unbound(trigger.viewers) })),
      routine: this.named(body.routine),
    };
  }

  timer(timer: TimerBody): TimerBody {
    const { does, runs } = timer;
    const command = does === 'command' ? this.commands.find(runs) : undefined;
    const name = does === 'routine' ? this.routines.find(runs)?.name : command && titleOf(command, '');
    return { ...timerBody(timer), runs: name ?? '' };
  }

  /** These routines and all they run, each once. */
  private withCalled(ids: readonly string[]): NamedRoutineBody[] {
    const found = new Map<string, NamedRoutineBody>();
    const open = [...ids];
    for (let id = open.pop(); id !== undefined; id = open.pop()) {
      const routine = found.has(id) ? undefined : this.routines.find(id);
      if (routine === undefined) continue;
      found.set(id, routine);
      open.push(...routinesOf(routine.routine));
    }
    return [...found.values()].sort((a, b) => a.name.localeCompare(b.name));
  }

  private named(routine: Routine): Routine {
    const nameOf = (what: 'list' | 'routine' | 'webhook', id: string): string => {
      if (what === 'list') return this.lists.find(id)?.name ?? '';
      return what === 'routine' ? (this.routines.find(id)?.name ?? '') : id;
    };
    return { ...routine, steps: withReferences(routine.steps, nameOf) };
  }
}

/** Who somebody is on this channel is no other channel's business; the name is what a person wrote. */
function unbound(named: readonly NamedViewer[]): NamedViewer[] {
  return named.map(({ name }) => ({ name, viewer: null }));
}

import { Injectable } from '@nestjs/common';
import { titleOf } from '@gully/core/commands';
import { prepareRoutine, type PreparedRoutine } from '@gully/core/routines';
import type { Timer, TimerSurroundings } from '@gully/core/timers';
import { CommandsStore, type StoredCommand } from '../commands/index.js';
import { NamedRoutinesStore } from '../routines/index.js';

/** What a timer may run: the routines, and the commands that ask for nothing. */
@Injectable()
export class TimerTargets {
  /** made once for each version of a command: timers are looked at with every line of chat */
  private readonly prepared = new WeakMap<StoredCommand, PreparedRoutine>();

  constructor(
    private readonly commands: CommandsStore,
    private readonly routines: NamedRoutinesStore,
  ) {}

  /** What there is of what this timer names; for checking it alone. */
  around({ does, runs }: Pick<Timer, 'does' | 'runs'>): TimerSurroundings {
    if (does === 'say') return {};
    if (does === 'routine')
      return { routines: new Set(this.routines.find(runs) === undefined ? [] : [runs]) };
    const command = this.commands.find(runs);
    const asked = command?.inputs.find(({ optional }) => !optional);
    const fault =
      asked === undefined
        ? undefined
        : `It asks for ${asked.name}, and nobody types that for a timer; choose another`;
    return { commands: new Map(command === undefined ? [] : [[runs, fault]]) };
  }

  preparedOf({ does, runs }: Pick<Timer, 'does' | 'runs'>): PreparedRoutine | undefined {
    if (does === 'routine') return this.routines.preparedOf(runs);
    const command = this.commands.find(runs);
    if (command === undefined) return undefined;
    const known = this.prepared.get(command);
    if (known !== undefined) return known;
    const title = titleOf(command, this.commands.prefix);
    const prepared = prepareRoutine(command.id, title, command.routine);
    this.prepared.set(command, prepared);
    return prepared;
  }
}

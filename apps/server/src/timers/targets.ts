import { Injectable } from '@nestjs/common';
import { titleOf } from '@gully/core/commands';
import { prepareRoutine, type PreparedRoutine } from '@gully/core/routines';
import type { Timer, TimerSurroundings } from '@gully/core/timers';
import { CommandsStore } from '../commands/index.js';
import { NamedRoutinesStore } from '../routines/index.js';

/** What a timer may run: the routines, and the commands that ask for nothing. */
@Injectable()
export class TimerTargets {
  constructor(
    private readonly commands: CommandsStore,
    private readonly routines: NamedRoutinesStore,
  ) {}

  now(): TimerSurroundings {
    return {
      routines: new Set(this.routines.all().map(({ id }) => id)),
      commands: new Map(
        this.commands.all().map(({ id, inputs }) => {
          const asked = inputs.find(({ optional }) => !optional);
          return [
            id,
            asked === undefined
              ? undefined
              : `It asks for ${asked.name}, and nobody types that for a timer; choose another`,
          ];
        }),
      ),
    };
  }

  preparedOf({ does, runs }: Timer): PreparedRoutine | undefined {
    if (does === 'routine') return this.routines.preparedOf(runs);
    const command = this.commands.find(runs);
    if (command === undefined) return undefined;
    return prepareRoutine(command.id, titleOf(command, this.commands.prefix), command.routine);
  }
}

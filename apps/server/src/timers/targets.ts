import { Injectable } from '@nestjs/common';
import type { PreparedRoutine } from '@gully/core/routines';
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
    return this.commands.preparedOf(runs)?.routine;
  }
}

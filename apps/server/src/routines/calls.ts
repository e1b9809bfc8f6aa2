import { Injectable } from '@nestjs/common';
import { callFault, routinesOf, type Caller, type NamedRoutine, type Routine } from '@gully/core/routines';
import { NamedRoutinesStore } from './named.store.js';

/** Which routines run one another. */
@Injectable()
export class Calls {
  constructor(private readonly named: NamedRoutinesStore) {}

  /**
   * What is wrong with whom a routine runs, or undefined.
   *
   * @param id its own id, or any that no routine has
   * @param together routines that come with it and are not saved yet
   */
  faultOf(
    id: string,
    title: string,
    routine: Routine,
    together: readonly NamedRoutine[] = [],
  ): string | undefined {
    const callers = new Map<string, Caller>(
      [...this.named.all(), ...together].map((each) => [
        each.id,
        { id: each.id, title: each.name, calls: routinesOf(each.routine) },
      ]),
    );
    callers.set(id, { id, title, calls: routinesOf(routine) });
    return callFault(id, callers);
  }
}

import { Injectable } from '@nestjs/common';
import {
  callFault,
  routinesOf,
  type Caller,
  type NamedRoutine,
  type Routine,
  type Surroundings,
} from '@gully/core/routines';
import { ListsStore } from '../lists/index.js';
import { WebhooksStore } from '../webhooks/index.js';
import { NamedRoutinesStore } from './named.store.js';

/** What there is for a routine to refer to. */
@Injectable()
export class RoutineSurroundings {
  constructor(
    private readonly lists: ListsStore,
    private readonly webhooks: WebhooksStore,
    private readonly named: NamedRoutinesStore,
  ) {}

  now(): Surroundings {
    return {
      lists: new Set(this.lists.all().map(({ id }) => id)),
      routines: new Set(this.named.all().map(({ id }) => id)),
      webhooks: new Set(this.webhooks.names()),
    };
  }

  /**
   * What is wrong with whom a routine runs, or undefined.
   *
   * @param id its own id, or any that no routine has
   * @param together routines that come with it and are not saved yet
   */
  callFault(
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

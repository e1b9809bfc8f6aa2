import { Injectable } from '@nestjs/common';
import type { World } from '@gully/core/channel';
import {
  BLANK_ROUTINE,
  checkNamedRoutine,
  routineBody,
  withNames,
  type Faults,
  type NamedRoutineBody,
  type Surroundings,
} from '@gully/core/routines';
import type { NamedViewer } from '@gully/core/viewers';
import { In } from 'typeorm';
import { type EntityManager } from '../database/index.js';
import { NamedRoutineRow } from './rows.js';
import { ThingParts, Things, type Head } from '../things/index.js';
import { ViewersService } from '../viewers/index.js';
import { Calls } from './calls.js';
import {
  NamedRoutinesStore,
  prepareNamed,
  readNamed,
  writeNamed,
  type StoredRoutine,
} from './named.store.js';
import { completeRoutine } from './stored.js';
import { NamedRoutineBodyDto } from './views.js';

/** Makes, changes, removes and puts back routines that stand for themselves. */
@Injectable()
export class NamedRoutinesService extends Things<'routine', StoredRoutine> {
  protected readonly most = 1_000;
  protected readonly bodyShape = NamedRoutineBodyDto;

  constructor(
    parts: ThingParts,
    private readonly store: NamedRoutinesStore,
    private readonly calls: Calls,
    private readonly viewers: ViewersService,
  ) {
    super('routine', parts);
  }

  all(): readonly StoredRoutine[] {
    return this.store.all();
  }
  find(id: string): StoredRoutine | undefined {
    return this.store.find(id);
  }
  bodyOf(routine: StoredRoutine): NamedRoutineBody {
    return routineBody(routine);
  }
  made(body: NamedRoutineBody, head: Head): StoredRoutine {
    return { ...routineBody(body), ...head, unreadable: undefined };
  }
  readBody(given: object): NamedRoutineBody {
    return routineBody(given as NamedRoutineBody);
  }

  /** Besides what it waits for, it is what a hand would start. */
  inForce(world: World, id: string, body: NamedRoutineBody): World {
    const open = prepareNamed({ ...routineBody(body), id });
    const { routines } = world;
    return {
      ...withNames(world, open),
      routines: {
        find: (asked) => (asked === id ? open : routines.find(asked)),
        forEvent: (kind) => [
          ...routines.forEvent(kind).filter((each) => each.id !== id),
          ...(kind === 'hand' || open.named.triggers.some(({ event }) => event === kind) ? [open] : []),
        ],
      },
    };
  }

  protected async tidied(body: NamedRoutineBody): Promise<NamedRoutineBody> {
    const bound = await this.viewers.bind(body.triggers.flatMap(({ viewers }) => viewers));
    const bind = (named: NamedViewer): NamedViewer => bound.get(named) ?? named;
    return {
      ...body,
      name: body.name.trim(),
      group: body.group.trim(),
      triggers: body.triggers.map((trigger) => ({ ...trigger, viewers: trigger.viewers.map(bind) })),
    };
  }
  protected faultsOf(
    routine: StoredRoutine,
    together: readonly StoredRoutine[],
    about: Surroundings,
  ): Faults {
    const ids = new Set(together.map(({ id }) => id));
    const others = [
      ...this.store.all().filter(({ id }) => !ids.has(id)),
      ...together.filter(({ id }) => id !== routine.id),
    ];
    const faults = checkNamedRoutine(routine, others, about);
    const circle = this.calls.faultOf(routine.id, routine.name, routine.routine, together);
    if (circle !== undefined) faults.steps = circle;
    return faults;
  }
  protected completed(body: Partial<NamedRoutineBody>): NamedRoutineBody {
    return { ...BLANK_ROUTINE, ...body, routine: completeRoutine(body.routine) };
  }
  protected async deleted(ids: readonly string[]): Promise<StoredRoutine[]> {
    const { read } = this.parts.database;
    return readNamed(read, await read.findBy(NamedRoutineRow, { id: In([...ids]) }));
  }
  protected async writeRows(manager: EntityManager, routines: readonly StoredRoutine[]): Promise<void> {
    for (const routine of routines) await writeNamed(manager, routine);
  }
  protected put(routines: readonly StoredRoutine[]): void {
    this.store.put(routines);
  }
  protected current(routine: StoredRoutine): object {
    return { ...routineBody(routine), id: routine.id, version: routine.version };
  }
}

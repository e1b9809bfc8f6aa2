import { Injectable } from '@nestjs/common';
import type { World } from '@gully/core/channel';
import {
  BLANK_ROUTINE,
  checkNamedRoutine,
  routineBody,
  withNames,
  type NamedRoutineBody,
} from '@gully/core/routines';
import type { NamedViewer } from '@gully/core/viewers';
import { In } from 'typeorm';
import { ThingParts, Things } from '../things/index.js';
import { ViewersService } from '../viewers/index.js';
import { Calls } from './calls.js';
import {
  NamedRoutinesStore,
  prepareNamed,
  readNamed,
  writeNamed,
  type StoredRoutine,
} from './named.store.js';
import { NamedRoutineRow } from './rows.js';
import { completeRoutine } from './stored.js';
import { NamedRoutineBodyDto } from './views.js';

/** Makes, changes, removes and puts back routines that stand for themselves. */
@Injectable()
export class NamedRoutinesService extends Things<'routine', StoredRoutine> {
  constructor(parts: ThingParts, store: NamedRoutinesStore, calls: Calls, viewers: ViewersService) {
    super(parts, {
      kind: 'routine',
      most: 1_000,
      bodyShape: NamedRoutineBodyDto,
      bodyOf: routineBody,
      made: (body, head) => ({ ...routineBody(body), ...head, unreadable: undefined }),
      completed: (body) => ({ ...BLANK_ROUTINE, ...body, routine: completeRoutine(body.routine) }),
      tidied: async (body) => {
        const bound = await viewers.bind(body.triggers.flatMap((trigger) => trigger.viewers));
        const bind = (named: NamedViewer): NamedViewer => bound.get(named) ?? named;
        return {
          ...body,
          name: body.name.trim(),
          group: body.group.trim(),
          triggers: body.triggers.map((trigger) => ({ ...trigger, viewers: trigger.viewers.map(bind) })),
        };
      },
      faultsOf: (routine, { others, together, about }) => {
        const faults = checkNamedRoutine(routine, others(), about);
        const circle = calls.faultOf(routine.id, routine.name, routine.routine, together);
        if (circle !== undefined) faults.steps = circle;
        return faults;
      },
      inForce: withDraft,
      store: {
        all: () => store.all(),
        find: (id) => store.find(id),
        onDisk: async (ids) => {
          const { read } = parts.database;
          return readNamed(read, await read.findBy(NamedRoutineRow, { id: In([...ids]) }));
        },
        write: async (manager, routines) => {
          for (const routine of routines) await writeNamed(manager, routine);
        },
        put: (routines) => {
          store.put(routines);
        },
      },
    });
  }
}

/** Besides what it waits for, it is what a hand would start. */
function withDraft(world: World, id: string, body: NamedRoutineBody): World {
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

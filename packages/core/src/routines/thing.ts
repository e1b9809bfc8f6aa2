import { EVENT_KINDS } from '../channel/index.js';
import { ROLES } from '../chat/index.js';
import { WHEN_SCHEMA } from '../stream/index.js';
import {
  closed,
  flag,
  listOf,
  NAMED_VIEWERS,
  oneOf,
  ref,
  text,
  whole,
  type ThingShape,
} from '../things/index.js';
import { routineBody, type NamedRoutineBody } from './named-body.js';
import { referencesOf, withReferences } from './references.js';
import { routineSchemas } from './schema.js';

export const ROUTINE_THING: ThingShape<NamedRoutineBody> = {
  one: 'routine',
  many: 'routines',
  bodyOf: routineBody,
  nameOf: ({ name }) => name,
  named: (body, name) => ({ ...body, name }),
  referencesOf: ({ routine }) => referencesOf(routine),
  withReferences: (body, rename) => ({
    ...body,
    routine: { ...body.routine, steps: withReferences(body.routine.steps, rename) },
  }),
  // A trigger that waits for certain people means nothing elsewhere, and without them would mean everyone.
  portable: (body) => ({ ...body, triggers: body.triggers.filter(({ viewers }) => viewers.length === 0) }),
  schema: {
    name: 'NamedRoutine',
    most: 1_000,
    defs: {
      NamedRoutine: closed({
        name: text(60),
        group: text(40),
        enabled: flag,
        triggers: listOf(
          closed(
            {
              id: text(40),
              event: oneOf(EVENT_KINDS),
              least: whole(0, 100_000_000),
              lowestRole: oneOf(ROLES),
              exactly: flag,
              viewers: NAMED_VIEWERS,
            },
            ['exactly'],
          ),
          20,
        ),
        when: ref('When'),
        routine: ref('Routine'),
      }),
      When: WHEN_SCHEMA,
      ...routineSchemas(),
    },
  },
  textsOf: () => [],
  stepsOf: ({ routine }) => routine.steps,
};

import type { ThingShape } from '../things/index.js';
import { isCostly } from './cost.js';
import { routineBody, type NamedRoutineBody } from './named-body.js';
import { referencesOf, withReferences } from './references.js';

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
  // A trigger that waits for certain people means nothing elsewhere, and without them would mean everybody.
  portable: (body) => ({ ...body, triggers: body.triggers.filter(({ viewers }) => viewers.length === 0) }),
  isCostly: ({ routine }) => isCostly(routine.steps),
};

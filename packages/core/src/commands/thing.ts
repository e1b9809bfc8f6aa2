import { isCostly, referencesOf, withReferences } from '../routines/index.js';
import type { ThingShape } from '../things/index.js';
import { commandBody, titleOf, type CommandBody } from './command.js';

export const COMMAND_THING: ThingShape<CommandBody> = {
  one: 'command',
  many: 'commands',
  bodyOf: commandBody,
  // What is typed, without the channel's prefix.
  nameOf: (body) => titleOf(body, ''),
  named: (body, name) => (body.trigger.name === '' ? body : { ...body, trigger: { ...body.trigger, name } }),
  referencesOf: ({ routine }) => referencesOf(routine),
  withReferences: (body, rename) => ({
    ...body,
    routine: { ...body.routine, steps: withReferences(body.routine.steps, rename) },
  }),
  portable: (body) => ({ ...body, gates: { ...body.gates, always: [], never: [] } }),
  isCostly: ({ routine }) => isCostly(routine.steps),
};

import { ROLES } from '../chat/index.js';
import { COST_SCHEMA } from '../currency/index.js';
import { routineSchemas, referencesOf, withReferences } from '../routines/index.js';
import { WHEN_SCHEMA } from '../stream/index.js';
import {
  closed,
  flag,
  listOf,
  NAMED_VIEWERS,
  oneOf,
  orNull,
  ref,
  text,
  whole,
  type ThingShape,
} from '../things/index.js';
import { REFUSING_GATES, commandBody, titleOf, type CommandBody } from './command.js';
import { INPUT_TYPES } from './input.js';

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
  schema: {
    name: 'Command',
    most: 2_000,
    defs: {
      Command: closed({
        group: text(40),
        enabled: flag,
        trigger: closed({
          name: text(200),
          aliases: listOf(text(200), 200),
          phrases: listOf(text(200), 50),
          wholeMessage: flag,
          pattern: text(500),
          matchCase: flag,
          fromBots: flag,
          connections: listOf(text(100), 20),
        }),
        gates: closed(
          {
            when: ref('When'),
            lowestRole: oneOf(ROLES),
            onlyRoles: listOf(oneOf(ROLES), ROLES.length),
            always: NAMED_VIEWERS,
            never: NAMED_VIEWERS,
            cooldown: whole(0, 86_400),
            viewerCooldown: whole(0, 86_400),
            moderatorsSkip: flag,
            refuseExtra: flag,
            rank: text(100),
            cost: ref('Cost'),
            refusals: closed(
              Object.fromEntries(REFUSING_GATES.map((gate) => [gate, text(5_000)])),
              REFUSING_GATES,
            ),
          },
          ['refuseExtra'],
        ),
        inputs: listOf(
          closed({
            name: text(20),
            type: oneOf(INPUT_TYPES),
            optional: flag,
            least: orNull({ type: 'number' }),
            most: orNull({ type: 'number' }),
            choices: listOf(text(100), 30),
            pattern: text(500),
          }),
          10,
        ),
        routine: ref('Routine'),
      }),
      When: WHEN_SCHEMA,
      Cost: COST_SCHEMA,
      ...routineSchemas(),
    },
  },
  textsOf: () => [],
  stepsOf: ({ routine }) => routine.steps,
};

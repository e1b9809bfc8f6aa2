import { closed, oneOf, ref, type Schemas } from '../things/index.js';
import { stepSchemas } from './shape.js';
import { AFTER_RESTART, WHILE_RUNNING } from './step.js';

/** What a routine and its steps look like in a bundle. */
export const routineSchemas = (): Schemas => ({
  ...stepSchemas('#/$defs'),
  Routine: closed({
    steps: ref('Steps'),
    whileRunning: oneOf(WHILE_RUNNING),
    afterRestart: oneOf(AFTER_RESTART),
  }),
});

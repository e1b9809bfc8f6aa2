export { checkRoutine, counterNameFault, textFault, type Faults } from './check.js';
export { countersOf, prepareRoutine, runRoutine, type PreparedRoutine } from './run.js';
export {
  COUNTER_CHANGES,
  COUNTER_LIMIT,
  sayOnly,
  STEPS_LIMIT,
  TEXTS_LIMIT,
  type CounterStep,
  type Routine,
  type SayStep,
  type Step,
} from './step.js';
export { knownValues, textValues } from './values.js';
export type { CounterChange, CounterState, DrawChange, Occasion, RoutineWorld, SayEffect } from './world.js';

export { blankFaults, checkRoutine, textFault, wordFault, type Faults, type Surroundings } from './check.js';
export {
  allRows,
  ALONE,
  COMPARISON_WORDS,
  COMPARISONS,
  conditionsInWords,
  isGroup,
  rowInWords,
  type Comparison,
  type ConditionRow,
  type Conditions,
} from './conditions.js';
export { budgetOfOne, isCostly, isCostlyThing } from './cost.js';
export {
  eventInWords,
  LEAST_LIMIT,
  rolesInWords,
  triggerInWords,
  type ChannelEvent,
  type EventTrigger,
} from './event.js';
export { eventThatFollowed, followed, type Followed } from './following.js';
export { whyOfEvent } from './event-why.js';
export { blankInWords, plainText } from './form.js';
export { BLANK_ROUTINE, routineBody, type NamedRoutine, type NamedRoutineBody } from './named-body.js';
export {
  begin,
  beginBy,
  checkStart,
  checkNamedRoutine,
  decideEvent,
  type Happening,
  type PreparedNamed,
  type Started,
} from './named.js';
export { prepareRoutine, type PreparedRoutine } from './prepare.js';
export { completeSteps } from './complete.js';
export {
  callFault,
  countersOf,
  referencesOf,
  routinesOf,
  withReferences,
  wordsOf,
  type Caller,
} from './references.js';
export { refusalOfStart, resumeRun, runId, startRun, type Answer, type Segment } from './run.js';
export {
  restoreRun,
  saveRun,
  type Awaiting,
  type RunEnd,
  type RunState,
  type SavedRun,
} from './run-state.js';
export { routineSchemas } from './schema.js';
export { sentenceOf } from './sentence.js';
export { stepSchemas } from './shape.js';
export {
  AFTER_RESTART,
  COUNTER_LIMIT,
  MESSAGES_LIMIT,
  NAME_LIMIT,
  routineOf,
  sayOnly,
  STEPS_LIMIT,
  TEXTS_LIMIT,
  WAIT_LIMIT,
  WHILE_RUNNING,
  type Branch,
  type CounterStep,
  type IfStep,
  type PickStep,
  type Routine,
  type SayStep,
} from './step.js';
export { textsOf } from './texts-of.js';
export { allSteps, innerLists, stepsAt, withInnerList, withStepsAt } from './tree.js';
export { textsForNobody } from './for-nobody.js';
export { knownValues, textValues, withNames } from './values.js';
export {
  KEPT_SPANS,
  type CounterChange,
  type CounterState,
  type CountersView,
  type DrawChange,
  type DrawsView,
  type KeptSpan,
  type MemoryView,
  type RememberedChange,
  type RoutinesView,
  type RunChange,
  type RunsView,
} from './types.js';
export { ROUTINE_THING } from './thing.js';

export {
  blankFaults,
  checkRoutine,
  isCounterNumber,
  textFault,
  wordFault,
  type Faults,
  type Surroundings,
} from './check.js';
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
export { refundOf } from './refund.js';
export { budgetOfOne, isCostly } from './cost.js';
export {
  EVENT_KINDS,
  LATE_MS,
  EVENT_NAMES,
  EVENT_WORDS,
  isPlatformEvent,
  eventInWords,
  LEAST_LIMIT,
  rolesInWords,
  triggerInWords,
  type ChannelEvent,
  type EventFacts,
  type EventKind,
  type EventTrigger,
} from './event.js';
export { whyOfEvent } from './event-why.js';
export {
  blankInWords,
  NO_NAMES,
  plainText,
  type Blank,
  type LinePart,
  type Names,
  type WordOf,
} from './form.js';
export {
  filledBlanks,
  kindOf,
  STEP_GROUPS,
  FAILURE,
  STEP_KINDS,
  textsOf,
  type StepKind,
} from './kinds/index.js';
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
export { EMPTY_ROUTINE_WORLD } from './empty-world.js';
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
export { sentenceOf } from './sentence.js';
export { stepSchemas, type Schema } from './shape.js';
export {
  AFTER_RESTART,
  COUNTER_LIMIT,
  EVERY_STAGE,
  GRACE_LIMIT_S,
  MESSAGES_LIMIT,
  NAMED_TIMER,
  NAME_LIMIT,
  NO_SOUND,
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
  type Span,
  type Step,
  type StepKindName,
  type StepOf,
} from './step.js';
export { allSteps, innerLists, stepsAt, withInnerList, withStepsAt } from './tree.js';
export { textsForNobody } from './for-nobody.js';
export { knownValues, textValues, type NamesIn } from './values.js';
export type {
  AskEffect,
  CounterChange,
  CounterState,
  CountersView,
  DrawChange,
  GraceChange,
  DrawsView,
  KeptSpan,
  MemoryView,
  Occasion,
  PostChange,
  RememberedChange,
  RoutineChange,
  RoutineEffect,
  RoutinesView,
  RoutineWorld,
  RunChange,
  RunsView,
  SayEffect,
  WebhooksView,
} from './world.js';
export { KEPT_SPANS, withNames } from './world.js';
export { ROUTINE_THING } from './thing.js';
export { ROUTINE_SLICES } from './slices.js';

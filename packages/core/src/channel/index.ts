export { aboutOf } from './about.js';
export { EFFECTS, outcomeInWords } from './effects.js';
export { EMPTY_WORLD, VIEWS } from './empty-world.js';
export { WHEN_RUN_ENDS } from './endings.js';
export { EVENT_KINDS, eventNoun, EVENTS } from './events.js';
export { FOLLOWED, followUps, nextDue, type AnyDue, type AnyFollowUp } from './following.js';
export { changeInWords, channelLayers, SLICES } from './slices.js';
export { filledBlanks, kindOf, STEP_KINDS, type AnyKind } from './steps.js';
export type {
  About,
  AskEffect,
  Change,
  Effect,
  EventKind,
  EventName,
  Occasion,
  RunEffect,
  Step,
  StepKindName,
  StepOf,
  World,
} from './types.js';
export { namedPaths, PERSON_FILLERS, FILLERS, VALUES } from './values.js';

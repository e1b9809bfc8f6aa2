export type {
  Area,
  AreaTypes,
  EffectWords,
  DueOf,
  EndedRunOf,
  FollowUpOf,
  Given,
  LiveArea,
  Seen,
  StepKindOf,
  StepRunOf,
  ValuesOfArea,
} from './area.js';
export {
  NO_NAMES,
  type Blank,
  type Blanks,
  type FieldOf,
  type LinePart,
  type Names,
  type WordOf,
} from './blank.js';
export type { EndedRun, RunEnd, RunEnding } from './ending.js';
export { isLike, type CommandsDoing, type StepLike } from './doing.js';
export { LATE_MS, times, type EventDeclared } from './event.js';
export type {
  Begins,
  Decides,
  Due,
  FollowDecided,
  FollowMoment,
  FollowUp,
  HandFailure,
  Hands,
  Happens,
} from './following.js';
export { occasionFor, type EventFacts, type OccasionBase } from './occasion.js';
export type { PieceKind, PieceMoment, Settings, ShownLine } from './piece-kind.js';
export {
  AFTER_FAILURE,
  FAILURE,
  IF_FAILS,
  personOf,
  STARTER_OR_NAMED,
  type AnyStep,
  type Failure,
  type MayFail,
  type StepBase,
  type StarterOrNamed,
} from './step.js';
export {
  SPANS,
  STEP_GROUPS,
  type Outcome,
  type ReadyRoutine,
  type SayEffect,
  type Span,
  type StepKind,
  type StepRun,
} from './step-kind.js';
export { once, valuesUnder, type PersonOf, type ValueEntry, type ValueLine, type ValuesOf } from './value.js';

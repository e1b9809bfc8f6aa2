export {
  ALERT_SECONDS,
  ALERT_TEXT,
  ANIMATIONS,
  PLACES,
  SPEAK_LIMIT,
  spokenSeconds,
  spokenText,
  type Alert,
  type Animation,
  type Card,
  type Place,
} from './alert.js';
export { shownBy } from './shown.js';
export { alertInWords, STAGE } from './slice.js';
export {
  act,
  due,
  EMPTY_STAGE,
  ENDINGS,
  endOf,
  nextDue,
  raise,
  STAGE_DOES,
  STAGE_RULES,
  stageAfter,
  type Showing,
  type Stage,
  type StageChange,
  type StageDoes,
  type StageEnding,
  type StageMoment,
  type StageRules,
} from './stage.js';
export { EVERY_STAGE, NO_SOUND } from './steps.js';
export { NO_STAGES, type StageOf, type StagesView, type StageWorld } from './view.js';

export {
  ACTIONS,
  CLEAR_LIMIT_S,
  compareConsequences,
  consequenceFault,
  consequenceInWords,
  strictest,
  TIMEOUT_LIMIT_S,
  type Action,
  type Consequence,
} from './consequence.js';
export type { Fragment } from './folding.js';
export type { GraceChange } from './grace.js';
export type { Alike, Before, Earlier, Filter, Measurement, Prepared } from './filter.js';
export { phraseFault, PHRASES_LIMIT, type BlockedPhrase } from './filters/phrases.js';
export { readDomain } from './hosts.js';
export {
  climb,
  EXPIRES_LIMIT_S,
  ladderFaults,
  standing,
  STEPS_LIMIT,
  USUAL_LADDER,
  type Ladder,
  type Strike,
} from './ladder.js';
export {
  judge,
  lookAt,
  prepareGuard,
  type Looked,
  type PreparedRule,
  type Around,
  type Caught,
  type PreparedGuard,
  type Verdict,
} from './judge.js';
export {
  OVERLAPS,
  silenceOf,
  USUAL_OVERLAPPING,
  type Overlap,
  type Overlapping,
  type Punishment,
  type Silence,
} from './punishments.js';
export { followsInWords, guardLine, isRemoved, reasonOfCatch, type Guarded } from './stage.js';
export {
  Replay,
  rolesFrom,
  type Judgement,
  type Quality,
  type RecordedLine,
  type Replayed,
  type ReplayedFilter,
  type ReplayedLine,
} from './replay.js';
export { readLog, type ReadLog } from './recorded.js';
export { exceptionsFor, type Exception } from './exceptions.js';
export {
  BLANK_GROUP,
  blockedBy,
  entriesAsText,
  entriesFromText,
  entryOf,
  GROUPS_LIMIT,
  PHRASE_GROUP_THING,
  phraseGroupBody,
  phraseEntryFault,
  phraseGroupFaults,
  type PhraseEntry,
  type PhraseGroupBody,
} from './phrase-group.js';
export { readGuardSettings } from './read-settings.js';
export { NO_GUARD } from './no-guard.js';
export { NOTHING_KNOWN, standingAfter, viewerOf } from './standing.js';
export { GUARD_SLICES } from './slices.js';
export {
  PERSON_ACTS,
  type Catch,
  type CatchChange,
  type GraceView,
  type GuardChange,
  type GuardEffect,
  type GuardStanding,
  type GuardView,
  type GuardWorld,
  type LookedChange,
  type ModeratedChange,
  type PersonActChange,
  type ToldChange,
  type UndoneChange,
} from './view.js';
export { Forms, Reading, READ_LIMIT, type Written } from './reading.js';
export { LOOK_BACK_MS, Recent } from './recent.js';
export { filterOf, FILTERS, type FilterName, type SettingsOf } from './registry.js';
export { FILTER_NAMES, guardFaults, type FilterRule, type GuardSettings } from './settings.js';
export { alsoChanged, begin, guardOff, startOver, WAYS, type AlsoChanged, type Way } from './beginnings.js';

export { MOMENT_STEPS, RUN_STEPS, type Budget } from './budget.js';
export { byteLength, characterCount, shortened, splitText } from './bytes.js';
export { stripCommandLead, stripControls } from './clean.js';
export { CounterValue, Moment, Named, Span } from './drops.js';
export { durationInWords, elapsedInWords, readDuration, typedDuration } from './duration.js';
export { FILTERS, type FilterEntry } from './filters.js';
export { unescapedIn, type Unescaped } from './json-text.js';
export { foldName } from './names.js';
export { orOf } from './or-of.js';
export { nearestName } from './nearest-name.js';
export { compilePattern, groupNames } from './pattern.js';
export { isBorder, phraseForm, PhraseIndex } from './phrases.js';
export {
  evaluate,
  expressionFault,
  parseText,
  renderText,
  TEXT_LIMIT,
  unknownIn,
  type Evaluated,
  type ParsedText,
  type ParseResult,
  type Rendered,
  type Scope,
  type TextFault,
  type KnownPaths,
  type UnknownValue,
  type UsedValue,
} from './template.js';
export { REFUSAL_VALUES, type TextValues } from './values.js';

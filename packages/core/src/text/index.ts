export { byteLength, characterCount, splitText } from './bytes.js';
export { stripCommandLead, stripControls } from './clean.js';
export { durationInWords } from './duration.js';
export { foldName, nearestName } from './names.js';
export {
  parseText,
  renderText,
  RENDER_LIMIT_MS,
  TEXT_LIMIT,
  type ParsedText,
  type ParseResult,
  type Rendered,
  type TextFault,
  type UnknownValue,
} from './template.js';
export { VALUES, type TextValues, type ValueEntry } from './values.js';

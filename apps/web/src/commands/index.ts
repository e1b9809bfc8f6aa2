export { COMMANDS } from './manifest.js';
export { openDraft } from './open-draft.js';
export { summaryOf } from './parts.js';

export { AddWord } from './add-word.js';
export { COMMANDS } from './manifest.js';
export { openDraft } from './open-draft.js';

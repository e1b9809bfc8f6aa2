export { CommandsPage } from './commands-page.js';
export { openDraft } from './open-draft.js';
export { summaryOf } from './parts.js';

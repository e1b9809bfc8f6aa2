export { CommandsPage } from './commands-page.js';
export { NEW } from './drafts.js';
export { useOpenDraft } from './open-draft.js';
export { usePersona } from './persona.js';

export { CommandsPage } from './commands-page.js';
export { NEW } from './drafts.js';
export { openDraft } from './open-draft.js';
export { summaryOf } from './parts.js';
export { usePersona, type Persona } from './persona.js';

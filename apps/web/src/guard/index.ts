export { GUARD } from './manifest.js';
export { phraseGroupsQuery } from './queries.js';
export { useGuardDraft } from './guard-drafts.js';

export { GUARD } from './manifest.js';
export { useGuardDraft } from './guard-drafts.js';

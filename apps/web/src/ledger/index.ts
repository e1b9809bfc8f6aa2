export { CAUSE_WORDS } from './queries.js';
export { LEDGER } from './manifest.js';

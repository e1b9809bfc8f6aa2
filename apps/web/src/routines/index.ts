export { openRoutine } from './drafts.js';
export { RoutinesPage } from './routines-page.js';

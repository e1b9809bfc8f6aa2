export { openRoutine } from './kind.js';
export { RoutinesPage } from './routines-page.js';

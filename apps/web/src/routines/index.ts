export { ROUTINES } from './manifest.js';
export { openRoutine } from './kind.js';

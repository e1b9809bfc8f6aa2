export { ROUTINES } from './manifest.js';
export { openRoutine } from './kind.js';
export { drafts as routineDrafts } from './kind.js';

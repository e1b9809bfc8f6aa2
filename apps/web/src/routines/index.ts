export { ROUTINES } from './manifest.js';
export { drafts as routineDrafts } from './kind.js';

export { openHandle, openQueue } from './open-editors.js';
export { QUEUE } from './manifest.js';

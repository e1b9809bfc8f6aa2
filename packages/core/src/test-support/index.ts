export { anyChange, seen, type Things } from './changes.js';
export { command, line, NOT_USED, saidIn, worldOf } from './world.js';
export { occasion, TestChannel, TestList } from './routines.js';

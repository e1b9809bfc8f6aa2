export { command, line, NOT_USED, saidIn, worldOf } from './world.js';
export { occasion, TestChannel, TestList } from './routines.js';

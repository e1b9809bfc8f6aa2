export { command, line, NOT_USED, worldOf } from './world.js';

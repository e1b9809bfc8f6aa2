export { anyChange, seen, type Things } from './changes.js';
export { command, line, NOT_USED, saidIn, withParts, worldOf, type Parts } from './world.js';
export { occasion, TestChannel, TestList } from './routines.js';
export { game, NAMES, START, Table } from './games.js';
export { FLINT, purseOf } from './purse.js';

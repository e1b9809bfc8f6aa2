export { Arrangements } from './arrangements.js';
export { Board } from './board.js';
export { BOARD } from './manifest.js';

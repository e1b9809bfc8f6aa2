export { GAMES } from './manifest.js';
export { openGame } from './open-game.js';

export { GAMES } from './manifest.js';

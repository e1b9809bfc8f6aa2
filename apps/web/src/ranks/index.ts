export { RANKS } from './manifest.js';

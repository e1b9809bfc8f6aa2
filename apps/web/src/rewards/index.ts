export { REWARDS } from './manifest.js';

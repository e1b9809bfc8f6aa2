export { COUNTERS } from './manifest.js';

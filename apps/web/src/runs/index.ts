export { RUNS } from './manifest.js';

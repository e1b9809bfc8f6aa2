export { SEASONS } from './manifest.js';

export { MEMORY } from './manifest.js';

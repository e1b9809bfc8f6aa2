export { OUTPUTS } from './manifest.js';

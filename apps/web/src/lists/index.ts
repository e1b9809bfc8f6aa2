export { LISTS } from './manifest.js';

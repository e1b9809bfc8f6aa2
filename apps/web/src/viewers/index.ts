export { VIEWERS } from './manifest.js';

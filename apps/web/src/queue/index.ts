export { QUEUE } from './manifest.js';

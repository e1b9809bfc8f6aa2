export { ARRIVALS } from './manifest.js';

export { ECONOMY } from './manifest.js';

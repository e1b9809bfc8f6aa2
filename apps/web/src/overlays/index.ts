export { OVERLAYS } from './manifest.js';

export { MEDIA } from './manifest.js';

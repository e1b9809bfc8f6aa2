export { QUIET } from './manifest.js';

export { BUNDLES } from './manifest.js';

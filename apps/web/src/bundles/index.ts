export { BundlesPage } from './bundles-page.js';

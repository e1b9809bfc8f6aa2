export { BundlesModule } from './bundles.module.js';

export { BundlesModule } from './bundles.module.js';
export * from './rows.js';

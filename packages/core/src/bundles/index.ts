export {
  BUNDLE_FORMAT,
  BUNDLE_VERSION,
  ITEM_KINDS,
  QUESTION_TYPES,
  type Bundle,
  type BundledList,
  type ItemKind,
  type Question,
} from './bundle.js';
export { askedIn, filled } from './fill.js';
export { bundleSchema } from './schema.js';

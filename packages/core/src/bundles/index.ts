export {
  BUNDLE_FORMAT,
  BUNDLE_VERSION,
  ITEM_KINDS,
  NO_ITEMS,
  QUESTION_TYPES,
  type Bundle,
  type ItemKind,
  type Question,
} from './bundle.js';
export { askedIn, filled } from './fill.js';
export { THINGS, type BodyOf } from './things.js';
export { STARTER_SETS, type StarterSet } from './sets.js';
export { bundleSchema } from './schema.js';

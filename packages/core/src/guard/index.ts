export type { Fragment } from './folding.js';
export type { Before, Earlier, Filter, Measurement, Prepared } from './filter.js';
export { phraseFault, PHRASES_LIMIT, type BlockedPhrase } from './filters/phrases.js';
export { readDomain } from './hosts.js';
export { Reading, READ_LIMIT, type Written } from './reading.js';
export { LOOK_BACK_MS, Recent } from './recent.js';
export { FILTERS, type FilterName, type SettingsOf } from './registry.js';

import { orNull, whole, closed } from '../things/index.js';

/** A price, or none. */
export const PRICE_SCHEMA = orNull(whole(0, Number.MAX_SAFE_INTEGER));

/** What a price looks like in a bundle. */
export const COST_SCHEMA = closed({
  base: whole(0, Number.MAX_SAFE_INTEGER),
  subscriber: PRICE_SCHEMA,
  regular: PRICE_SCHEMA,
  moderator: PRICE_SCHEMA,
});

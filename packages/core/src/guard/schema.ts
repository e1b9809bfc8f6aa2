import { closed, oneOf, whole } from '../things/index.js';
import { ACTIONS, TIMEOUT_LIMIT_S } from './consequence.js';

/** What a consequence looks like in a bundle. */
export const CONSEQUENCE_SCHEMA = closed({ action: oneOf(ACTIONS), seconds: whole(0, TIMEOUT_LIMIT_S) });

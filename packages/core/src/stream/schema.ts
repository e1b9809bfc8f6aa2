import { closed, listOf, oneOf, text } from '../things/index.js';
import { LIVE_CHOICES } from './when.js';

/** What *when* looks like in a bundle. */
export const WHEN_SCHEMA = closed({
  live: oneOf(LIVE_CHOICES),
  categories: listOf(text(200), 50),
  from: text(10, 'HH:MM, or empty'),
  to: text(10, 'HH:MM, or empty'),
});

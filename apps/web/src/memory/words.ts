import type { KeptSpan } from '@gully/core/routines';

/** For whom, or how long, something is remembered. */
export const SPAN_WORDS: Readonly<Record<KeptSpan, string>> = {
  viewer: 'Of viewers',
  stream: 'This stream',
  good: 'For good',
};

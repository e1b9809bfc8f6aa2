/** The word a step remembers the queue by that it was about, for the texts after it. */
export const QUEUE_WORD = 'queue';

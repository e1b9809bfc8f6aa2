/** Beside those of all texts, in the texts for someone who was refused. */
export const REFUSAL_VALUES = [
  { path: 'refused.why', means: 'what stopped it, in a few words', about: 'The refusal', words: [] },
  { path: 'refused.wait', means: 'how long until it may be used again', about: 'The refusal', words: [] },
];

/** The values of one rendering, by object and property. A function is asked only when its value is used. */
export type TextValues = Readonly<Record<string, unknown>>;

/** The blank every step has that may fail. */
export const IF_FAILS = {
  as: 'choice',
  label: 'If it fails',
  options: { 'go-on': 'go on', stop: 'stop here' },
} as const;

/** The word for why the last step that could not be done was not: `remembered.failure`. */
export const FAILURE = 'failure';

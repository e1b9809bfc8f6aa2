/** The blank every step has that may fail. */
export const IF_FAILS = {
  as: 'choice',
  label: 'If it fails',
  options: { 'go-on': 'go on', stop: 'stop here' },
} as const;

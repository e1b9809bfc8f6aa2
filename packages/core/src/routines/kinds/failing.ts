/** The blank every step has that may fail. */
export const IF_FAILS = {
  as: 'choice',
  label: 'If it fails',
  options: { 'go-on': 'go on', stop: 'stop here' },
} as const;

/** Something that could not be done. */
export interface Failure {
  /** why not, in words that follow a name */
  readonly words: string;
  /** true for what would be said alike to anyone, which chat needs to hear only once */
  readonly forAll: boolean;
}

/** The word for why the last step that could not be done was not: `remembered.failure`. */
export const FAILURE = 'failure';

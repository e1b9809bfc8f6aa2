export type { Question } from '@gully/core/bundles';

export const QUESTION_WORDS = [
  { value: 'text', label: 'a text' },
  { value: 'number', label: 'a number' },
  { value: 'yes-no', label: 'yes or no' },
  { value: 'choice', label: 'one of several' },
] as const;

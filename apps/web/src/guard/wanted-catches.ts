import type { FilterName } from '@gully/core/guard';
import { answerOf, api, type Catch, type CatchLabel } from '../api/index.js';

/** Catches asked for at once. */
export const PAGE = 100;

export const KINDS = [
  { value: 'any', label: 'Everything' },
  { value: 'guard', label: 'By the guard' },
  { value: 'people', label: 'By people' },
  { value: 'undone', label: 'Undone' },
  { value: 'failed', label: 'Not carried out' },
] as const;
export const LABEL_CHOICES = [
  { value: 'any', label: 'All labels' },
  { value: 'right', label: 'Right' },
  { value: 'wrong', label: 'Wrong' },
  { value: 'stricter', label: 'Too mild' },
] as const;

/** Which of what was caught is shown. */
export interface WantedCatches {
  readonly search: string;
  readonly filter: FilterName | 'any';
  readonly of: (typeof KINDS)[number]['value'];
  readonly label: CatchLabel | 'any';
}

export const ALL_CATCHES: WantedCatches = { search: '', filter: 'any', of: 'any', label: 'any' };

export function queryOf({ search, filter, of, label }: WantedCatches) {
  return {
    ...(search === '' ? {} : { search }),
    ...(filter === 'any' ? {} : { filter }),
    ...(of === 'any' ? {} : { of }),
    ...(label === 'any' ? {} : { label }),
  };
}

export function askCatches(wanted: WantedCatches, before: string | undefined): Promise<Catch[]> {
  const query = { ...queryOf(wanted), limit: PAGE, ...(before === undefined ? {} : { before }) };
  return answerOf(api.GET('/api/guard/catches', { params: { query } }));
}

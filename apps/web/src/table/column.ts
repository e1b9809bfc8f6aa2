import type { ReactNode } from 'react';

/** A column of a table: what it shows of a row, and as what it is sorted and exported. */
export interface Column<T> {
  readonly id: string;
  readonly label: string;
  /** what a row has there, as text: for the export, and shown where there is no `cell` */
  readonly words: (row: T) => string | number;
  readonly cell?: (row: T) => ReactNode;
  /** what it is sorted by; what has nothing there comes last. A column without it is not sorted by. */
  readonly by?: (row: T) => string | number | undefined;
  /** counts and dates are first sorted from the highest */
  readonly fromHighest?: boolean;
  /** `always`: cannot be left out; `asked`: left out until it is asked for */
  readonly shown?: 'always' | 'asked';
  /** true when a phone has no room for it */
  readonly wide?: boolean;
  /** true for figures, which stand right */
  readonly figures?: boolean;
  /** in pixels; the columns without share what is left */
  readonly width?: number;
  /** for the row’s cell: what the whole is, where it may be cut short */
  readonly title?: (row: T) => string | undefined;
  readonly className?: string;
}

/** Made once: comparing a thousand names by `localeCompare` takes longer than drawing them. */
const NAMES = new Intl.Collator('en', { numeric: true });

/** Numbers by their size, names as a person would put them: `passage 2` before `passage 10`. */
export function compare(a: string | number, b: string | number): number {
  return typeof a === 'number' && typeof b === 'number' ? a - b : NAMES.compare(String(a), String(b));
}

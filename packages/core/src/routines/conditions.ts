/** A comparison of a value with a text. */
export const COMPARISONS = [
  'is',
  'is-not',
  'contains',
  'begins-with',
  'matches',
  'more-than',
  'at-least',
  'less-than',
  'is-empty',
  'is-not-empty',
  'is-one-of',
  'is-a-number',
] as const;
export type Comparison = (typeof COMPARISONS)[number];

export const COMPARISON_WORDS: Readonly<Record<Comparison, string>> = {
  is: 'is',
  'is-not': 'is not',
  contains: 'contains',
  'begins-with': 'begins with',
  matches: 'matches',
  'more-than': 'is more than',
  'at-least': 'is at least',
  'less-than': 'is less than',
  'is-empty': 'is empty',
  'is-not-empty': 'is not empty',
  'is-one-of': 'is one of',
  'is-a-number': 'is a number',
};

/** Comparisons that look at the value alone. */
export const ALONE: readonly Comparison[] = ['is-empty', 'is-not-empty', 'is-a-number'];

export interface ConditionRow {
  readonly id: string;
  /** the path of a value, such as `viewer.role`, with filters if wished */
  readonly value: string;
  readonly comparison: Comparison;
  /** Liquid: a text, a value, or both */
  readonly against: string;
}

/** Rows and groups of rows, joined by all or any. */
export interface Conditions {
  readonly id: string;
  readonly join: 'all' | 'any';
  readonly rows: readonly (ConditionRow | Conditions)[];
}

export const ROWS_LIMIT = 20;
/** Groups within groups. */
export const NESTING_LIMIT = 4;

export function isGroup(row: ConditionRow | Conditions): row is Conditions {
  return 'rows' in row;
}

/** All rows, those of inner groups too. */
export function allRows(conditions: Conditions): ConditionRow[] {
  return conditions.rows.flatMap((row) => (isGroup(row) ? allRows(row) : [row]));
}

/** A row in words: `viewer.role is at least moderator`. */
export function rowInWords({ value, comparison, against }: ConditionRow, filled = against): string {
  const words = `${value} ${COMPARISON_WORDS[comparison]}`;
  return ALONE.includes(comparison) ? words : `${words} ${filled === '' ? 'nothing' : filled}`;
}

/** Conditions in words, as a sentence has them: `viewer.role is VIP, and input.word is not empty`. */
export function conditionsInWords({ join, rows }: Conditions): string {
  return rows
    .map((row) => (isGroup(row) ? `(${conditionsInWords(row)})` : rowInWords(row)))
    .join(join === 'all' ? ', and ' : ', or ');
}

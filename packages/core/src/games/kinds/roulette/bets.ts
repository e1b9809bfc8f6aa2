/** Fields of a table: 0 to 36, and 37 for a double zero. */
export type Fields = 37 | 38;
export const BET_KINDS = ['number', 'colour', 'parity', 'dozen'] as const;
export type BetKind = (typeof BET_KINDS)[number];
export interface Bet {
  readonly kind: BetKind;
  readonly of: string;
}

/** The red numbers of every table. */
const RED = new Set([1, 3, 5, 7, 9, 12, 14, 16, 18, 19, 21, 23, 25, 27, 30, 32, 34, 36]);
const DOZENS: Readonly<Record<string, string>> = {
  '1st': '1',
  first: '1',
  '2nd': '2',
  second: '2',
  '3rd': '3',
  third: '3',
};

/** Reads a bet; undefined for what is none. */
export function betOf(typed: string, fields: Fields): Bet | undefined {
  const word = typed.trim().toLowerCase();
  if (word === 'red' || word === 'black') return { kind: 'colour', of: word };
  if (word === 'odd' || word === 'even') return { kind: 'parity', of: word };
  const dozen = DOZENS[word.replace(/ dozen$/u, '')];
  if (dozen !== undefined) return { kind: 'dozen', of: dozen };
  if (word === '00') return fields === 38 ? { kind: 'number', of: '37' } : undefined;
  return /^\d{1,2}$/u.test(word) && Number(word) <= 36
    ? { kind: 'number', of: String(Number(word)) }
    : undefined;
}

/** Whether a bet wins where the ball lies; a zero wins for its own number alone. */
export function wins({ kind, of }: Bet, field: number): boolean {
  if (kind === 'number') return Number(of) === field;
  if (field === 0 || field === 37) return false;
  switch (kind) {
    case 'colour':
      return RED.has(field) === (of === 'red');
    case 'parity':
      return (field % 2 === 1) === (of === 'odd');
    case 'dozen':
      return Math.ceil(field / 12) === Number(of);
  }
}

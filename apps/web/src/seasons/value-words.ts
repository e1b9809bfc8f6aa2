import type { Board } from '@gully/core/currency';
import { elapsedInWords } from '@gully/core/text';

/** A value of a board, as people say it. */
export function valueInWords(by: Board, value: number, amount: (units: number) => string): string {
  if (by === 'watch') return elapsedInWords(value * 1000);
  return by === 'messages' || by === 'wins' ? value.toLocaleString('en') : amount(value);
}

/** A named list of lines that steps draw from, as they look at it. Lines are counted from 0. */
export interface ListView {
  readonly id: string;
  readonly name: string;
  readonly size: number;
  line(place: number): string | undefined;
  /** how many lines of this round of the bag are still to come, and which; in no order that tells anything */
  readonly left: number;
  leftAt(position: number): number;
  /** the line drawn last, by bag or in turn; −1 when none was */
  readonly last: number;
}

/** What a person writes of a list. */
export interface ListBody {
  readonly name: string;
  readonly lines: readonly string[];
}

/** A line was drawn: it is out of its round, which starts over when it was the last. */
export interface DrawnChange {
  readonly kind: 'drawn';
  readonly list: string;
  readonly place: number;
  readonly order: 'turn' | 'bag';
}

export const LISTS_LIMIT = 200;
export const LIST_NAME_LIMIT = 60;
export const LINES_LIMIT = 50_000;
/** Characters a line may have: what one line of chat holds. */
export const LINE_LIMIT = 400;

/** What is wrong with a list's name, or undefined. */
export function listNameFault(name: string): string | undefined {
  const plain = name.trim();
  if (plain === '') return 'Name the list';
  if (plain.length > LIST_NAME_LIMIT)
    return `A list’s name has at most ${String(LIST_NAME_LIMIT)} characters`;
  if (/[\p{Cc}\p{Cf}]/u.test(plain)) return 'The name has invisible characters in it';
  return undefined;
}

/** The list's name as a value in texts has it: `Campfire questions` is `list.campfire_questions`. */
export function listWord(name: string): string {
  return name
    .trim()
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '_')
    .replace(/^_+|_+$/gu, '');
}

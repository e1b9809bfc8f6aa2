export const INPUT_TYPES = ['viewer', 'number', 'amount', 'choice', 'word', 'text', 'yes-no'] as const;
export type InputType = (typeof INPUT_TYPES)[number];

/** A named word typed behind a command. */
export interface Input {
  readonly name: string;
  readonly type: InputType;
  readonly optional: boolean;
  /** bounds of a number or an amount; null for none */
  readonly least: number | null;
  /** of a text, its most characters */
  readonly most: number | null;
  readonly choices: readonly string[];
  /** RE2 syntax a word must match whole; empty for any */
  readonly pattern: string;
}

export const INPUTS_LIMIT = 10;
export const CHOICES_LIMIT = 30;
export const INPUT_NAME = /^[a-z][a-z0-9_]{0,19}$/u;

/** One line of usage made from the declaration: `!give <who> <amount: 1 to 5,000>`. */
export function usageOf(title: string, inputs: readonly Input[]): string {
  const words = inputs.map((input) => {
    const detail = detailOf(input);
    const inner = detail === '' ? input.name : `${input.name}: ${detail}`;
    return input.optional ? `[${inner}]` : `<${inner}>`;
  });
  return [title, ...words].join(' ');
}

function detailOf({ type, least, most, choices }: Input): string {
  switch (type) {
    case 'number':
      return rangeOf(least, most) || 'a number';
    case 'amount':
      return `${rangeOf(least ?? 1, most)}, all, half or n%`;
    case 'choice':
      return choices.join(' or ');
    case 'yes-no':
      return 'yes or no';
    case 'text':
    case 'viewer':
    case 'word':
      return '';
  }
}

function rangeOf(least: number | null, most: number | null): string {
  const shown = (bound: number): string => bound.toLocaleString('en');
  if (least !== null && most !== null) return `${shown(least)} to ${shown(most)}`;
  if (least !== null) return `${shown(least)} or more`;
  return most === null ? '' : `up to ${shown(most)}`;
}

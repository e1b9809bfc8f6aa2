/** What an amount may be, and what `all`, `half` and shares are of. Whole units of the currency. */
export interface AmountBounds {
  readonly least: number;
  readonly most: number;
  /** undefined where there is no balance to take a share of */
  readonly balance: number | undefined;
}

export type AmountResult = { readonly amount: number } | { readonly fault: string };

const PLAIN = /^\d{1,16}$/u;
/** Thousands separated by one kind of mark all through: 1,000 or 1.000 or 1_000. */
const GROUPED = /^\d{1,3}(?:,\d{3})+$|^\d{1,3}(?:\.\d{3})+$|^\d{1,3}(?:_\d{3})+$/u;
const SHORT = /^(\d{1,6})(?:[.,](\d{1,3}))?([km])$/iu;
const SHARE = /^(\d{1,3})(?:[.,](\d))?%$/u;
const UNIT: Readonly<Record<string, number>> = { k: 1_000, m: 1_000_000 };

/**
 * Reads an amount of currency as people type it: `40`, `1,000`, `1.5k`, `2m`, `25%`,
 * `half`, `all`. Shares are rounded down. A grouped number such as `1.000` is a thousand:
 * currency has no parts. Digits are those of ASCII; what only looks like a number (`1e9`,
 * `½`, digits of other scripts) is refused rather than guessed.
 */
export function readAmount(typed: string, { least, most, balance }: AmountBounds): AmountResult {
  const word = typed.trim();
  const read = amountOf(word, balance);
  if (typeof read === 'string') return { fault: read };
  if (!Number.isSafeInteger(read)) return { fault: `${word} is too much to count` };
  const shown = word === figure(read) || PLAIN.test(word) ? word : `${word} (${figure(read)})`;
  if (read < least) return { fault: `${shown} is too little: at least ${figure(least)}` };
  if (read > most) return { fault: `${shown} is too much: at most ${figure(most)}` };
  return { amount: read };
}

function amountOf(word: string, balance: number | undefined): number | string {
  if (PLAIN.test(word)) return Number(word);
  if (GROUPED.test(word)) return Number(word.replace(/[,._]/gu, ''));
  const short = SHORT.exec(word);
  if (short !== null) {
    const [, whole = '', part = '', unit = ''] = short;
    // In whole thousandths, so that 1.1k is 1,100 and not a float near it.
    return (
      (Number(whole) * 1_000 + Number(part.padEnd(3, '0'))) * ((UNIT[unit.toLowerCase()] ?? 1_000) / 1_000)
    );
  }
  const tenths = shareOf(word);
  if (tenths === undefined) return `“${word}” is not an amount; type one such as 40, 1k, 25%, half or all`;
  if (balance === undefined) return `there is no balance to take ${word} of`;
  if (balance === 0) return `there is nothing to take ${word} of`;
  if (tenths > 1_000) return `${word} is more than there is`;
  return Number((BigInt(balance) * BigInt(tenths)) / 1_000n);
}

/** A share of the balance in thousandths. */
function shareOf(word: string): number | undefined {
  if (word.toLowerCase() === 'all') return 1_000;
  if (word.toLowerCase() === 'half') return 500;
  const share = SHARE.exec(word);
  return share === null ? undefined : Number(share[1]) * 10 + Number(share[2] ?? '0');
}

/** A whole number with its thousands separated. */
export function figure(amount: number): string {
  return amount.toLocaleString('en');
}

/**
 * Money in words: `5.00 EUR`.
 *
 * @param minor minor units, such as cents
 * @param code ISO 4217; one that is not known is taken to have two decimals
 */
export function amountInWords(minor: number, code: string): string {
  const digits = decimalsOf(code);
  return `${(minor / 10 ** digits).toFixed(digits)} ${code}`;
}

/** Minor units in one unit of a money: 100 cents, 1 yen. @param code ISO 4217 */
export function minorUnits(code: string): number {
  return 10 ** decimalsOf(code);
}

function decimalsOf(code: string): number {
  try {
    return (
      new Intl.NumberFormat('en', { style: 'currency', currency: code }).resolvedOptions()
        .maximumFractionDigits ?? 2
    );
  } catch {
    return 2;
  }
}

import { amountOfCurrency, readAmount, type CurrencySettings } from '../currency/index.js';

/** What one play costs, in whole units; all 0 where it costs nothing. */
export interface Stake {
  readonly least: number;
  readonly most: number;
  /** staked where no amount is typed */
  readonly usual: number;
}

/** How what is typed after a game's command is read. */
export const TYPED = ['stake', 'word-stake', 'text'] as const;
/** An amount alone; a word with an amount before or after it; or anything, for a fixed price. */
export type Typed = (typeof TYPED)[number];

const SHARE = /^(?:all|half|\d{1,3}(?:[.,]\d)?%)$/iu;

export const isFixed = ({ least, most }: Stake): boolean => least === most;

export type ReadStake = { readonly stake: number; readonly rest: string } | { readonly fault: string };

/** What a player has; undefined where it is not known. */
export interface Purse {
  readonly settings: CurrencySettings;
  readonly balance: number | undefined;
}

/**
 * Reads a stake and what else was typed. Amounts are those of everywhere: `40`, `1k`, `25%`, `half`, `all`.
 */
export function readStake(typed: string, as: Typed, stake: Stake, purse: Purse): ReadStake {
  const { settings, balance } = purse;
  const words = typed
    .trim()
    .split(/\s+/u)
    .filter((word) => word !== '');
  if (as === 'text' || isFixed(stake)) return afford(stake.usual, words.join(' '), purse);
  const all = `${amountOfCurrency(settings, stake.least)} to ${amountOfCurrency(settings, stake.most)}`;
  const [amount, rest] = as === 'stake' ? [words[0], words.slice(1)] : apart(words, balance);
  if (amount === undefined) return afford(stake.usual, rest.join(' '), purse);
  const read = readAmount(amount, { least: 0, most: Number.MAX_SAFE_INTEGER, balance });
  if ('fault' in read) return { fault: `${read.fault}. Stake ${all}` };
  // All of much is as much as may be staked.
  const meant = SHARE.test(amount) ? Math.min(read.amount, stake.most) : read.amount;
  if (meant < stake.least || meant > stake.most) return { fault: `the stake is ${all}` };
  return afford(meant, rest.join(' '), purse);
}

/** The amount among words, and the others: the last word if it is one, else the first that is. */
function apart(
  words: readonly string[],
  balance: number | undefined,
): readonly [amount: string | undefined, rest: readonly string[]] {
  const isAmount = (word: string): boolean =>
    !('fault' in readAmount(word, { least: 0, most: Number.MAX_SAFE_INTEGER, balance }));
  // One word alone is what is played on, not how much.
  const place =
    words.length < 2 ? -1 : isAmount(words.at(-1) ?? '') ? words.length - 1 : words.findIndex(isAmount);
  return place < 0 ? [undefined, words] : [words[place], words.filter((_, n) => n !== place)];
}

/** A stake that is set, where the player has as much. @param rest what else was typed */
export function afford(stake: number, rest: string, { settings, balance }: Purse): ReadStake {
  if (stake === 0) return { stake, rest };
  if (!settings.enabled) return { fault: 'it is played for currency, and there is none here' };
  if (balance === undefined) return { fault: 'the balance could not be looked up' };
  if (balance < stake)
    return {
      fault: `that takes ${amountOfCurrency(settings, stake)}; you have ${amountOfCurrency(settings, balance)}`,
    };
  return { stake, rest };
}

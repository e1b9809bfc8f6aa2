import { weighted, type Chance } from '../../../random/index.js';
import { branch, type Branch } from '../../odds.js';
import { hundredths, timesStake } from '../../settings.js';
import type { Reels } from './settings.js';

/** The row of the pay table that pays the most for what is shown; its place from 1, 0 for none. */
function rowFor({ pays, symbols }: Reels, counts: readonly number[]): { row: number; multiple: number } {
  let best = { row: 0, multiple: 0 };
  const most = Math.max(...counts);
  for (const [n, { symbol, count, pays: multiple }] of pays.entries()) {
    const shown =
      symbol === 'any' ? most : (counts[symbols.findIndex((each) => each.symbol === symbol)] ?? 0);
    const worth = hundredths(Number(multiple));
    if (shown >= Number(count) && worth > best.multiple) best = { row: n + 1, multiple: worth };
  }
  return best;
}

const outcomeOf = (row: number): string => (row === 0 ? 'none' : `row ${String(row)}`);
const weightsOf = ({ symbols }: Reels): number[] => symbols.map(({ weight }) => Number(weight));

export function payOfSymbols(
  settings: Reels,
  stake: number,
  chance: Chance,
): { readonly shown: string; readonly outcome: string; readonly paid: number } {
  const weights = weightsOf(settings);
  const counts = weights.map(() => 0);
  const shown: string[] = [];
  for (let reel = 0; reel < settings.reels; reel += 1) {
    const place = weighted(weights, chance);
    counts[place] = (counts[place] ?? 0) + 1;
    shown.push(String(settings.symbols[place]?.symbol ?? ''));
  }
  const { row, multiple } = rowFor(settings, counts);
  return { shown: shown.join(' '), outcome: outcomeOf(row), paid: timesStake(stake, multiple) };
}

/** Every way the reels can stand, by how often each symbol shows: the multinomial distribution. */
export function symbolsOdds(settings: Reels, stake: number): Branch[] {
  const weights = weightsOf(settings);
  const whole = weights.reduce((sum, weight) => sum + weight, 0);
  const chances = new Map<number, { chance: number; multiple: number }>();
  const counts = weights.map(() => 0);
  const place = (symbol: number, left: number, chance: number): void => {
    if (symbol === weights.length - 1) {
      counts[symbol] = left;
      const own = chance * ((weights[symbol] ?? 0) / whole) ** left;
      const { row, multiple } = rowFor(settings, counts);
      chances.set(row, { chance: (chances.get(row)?.chance ?? 0) + own, multiple });
      counts[symbol] = 0;
      return;
    }
    let ways = 1;
    for (let count = 0; count <= left; count += 1) {
      counts[symbol] = count;
      place(symbol + 1, left - count, chance * ways * ((weights[symbol] ?? 0) / whole) ** count);
      ways = (ways * (left - count)) / (count + 1);
    }
    counts[symbol] = 0;
  };
  place(0, settings.reels, 1);
  return [...chances].map(([row, { chance, multiple }]) =>
    branch(outcomeOf(row), chance, timesStake(stake, multiple)),
  );
}

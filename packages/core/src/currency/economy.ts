import type { Chance } from '../random/index.js';
import { payoutHundredths, type Payee } from './payout.js';
import type { CurrencySettings } from './settings.js';

/** How balances are spread. */
export interface Spread {
  /** what half of those who have any have at least */
  readonly median: number;
  /** share of all of it that the richest tenth holds, from 0 to 1 */
  readonly topTenth: number;
  /** how many have from `from` up to the next bin; each bin is twice as wide as the one before */
  readonly bins: readonly { readonly from: number; readonly viewers: number }[];
}

/** @param balances above 0, from the highest */
export function spreadOf(balances: readonly number[]): Spread {
  const sum = balances.reduce((all, each) => all + each, 0);
  const tenth = Math.ceil(balances.length / 10);
  const top = balances.slice(0, tenth).reduce((all, each) => all + each, 0);
  const widest = Math.floor(Math.log2(Math.max(1, balances[0] ?? 1)));
  const counts = Array.from({ length: widest + 1 }, () => 0);
  for (const each of balances) {
    const bin = Math.floor(Math.log2(each));
    counts[bin] = (counts[bin] ?? 0) + 1;
  }
  return {
    median: balances[Math.floor((balances.length - 1) / 2)] ?? 0,
    topTenth: sum === 0 ? 0 : top / sum,
    bins: counts.map((viewers, n) => ({ from: 2 ** n, viewers })),
  };
}

/** A stream of the past, as the forecast draws on it. */
export interface PastStream {
  readonly minutes: number;
  /** viewers paid by a payout, on average */
  readonly paid: number;
  /** units issued beside payouts, and units that were spent */
  readonly others: number;
  readonly spent: number;
}

/** Who is paid, as shares of those present from 0 to 1. */
export interface Mix {
  readonly active: number;
  readonly subscribers: number;
}

/** What is in circulation after each stream to come: in the middle, and in nine of ten cases between. */
export interface Forecast {
  readonly middle: readonly number[];
  readonly low: readonly number[];
  readonly high: readonly number[];
}

interface ForecastOf {
  readonly settings: CurrencySettings;
  readonly circulating: number;
  readonly past: readonly PastStream[];
  readonly mix: Mix;
  readonly streams: number;
  /** how often it is played */
  readonly runs: number;
  readonly chance: Chance;
}

/**
 * Plays the streams to come: each is as long and as well attended as one of the past, drawn by
 * chance (the bootstrap), pays by the settings, and spends as that one did.
 */
export function forecastCirculation(of: ForecastOf): Forecast {
  const { circulating, past, streams, runs, chance } = of;
  const after = Array.from({ length: streams }, () => [] as number[]);
  for (let run = 0; run < runs; run += 1) {
    let now = circulating;
    for (const held of after) {
      const drawn = past[chance.below(Math.max(1, past.length))];
      if (drawn !== undefined) now = Math.max(0, now + streamPays(of, drawn) + drawn.others - drawn.spent);
      held.push(now);
    }
  }
  const at = (share: number): number[] =>
    after.map((held) => held.sort((a, b) => a - b)[Math.floor((held.length - 1) * share)] ?? circulating);
  return { middle: at(0.5), low: at(0.05), high: at(0.95) };
}

/** Units the payouts of a stream come to under the settings. */
function streamPays({ settings, mix }: ForecastOf, { minutes, paid }: PastStream): number {
  const each = (payee: Partial<Payee>): number =>
    payoutHundredths(settings, { roles: [], tier: 1, regular: false, active: false, ...payee }, true);
  const silent = each({});
  const mean =
    silent +
    mix.active * (each({ active: true }) - silent) +
    mix.subscribers * (each({ roles: ['subscriber'] }) - silent);
  return Math.floor((mean * paid * Math.floor(minutes / settings.payout.every)) / 100);
}

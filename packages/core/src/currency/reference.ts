import { valuesUnder, type ValueLine } from '../area/index.js';

/** The values of texts, as the reference shows them. */
export const CURRENCY_VALUES = valuesUnder('The currency', [
  ['currency.name', 'what it is called, several of it', 'points', 'coins'],
  ['currency', 'its name, for one or several: {{ viewer.balance | amount: currency }}'],
  ['currency.one', 'what one of it is called'],
  ['currency.mark', 'the mark that stands before an amount'],
  ['currency.hour', 'what an hour of watching pays', 'how to earn', 'rate'],
  ['currency.every', 'the minutes between payouts'],
  ['currency.top', 'the five who have the most, in words', 'leaderboard', 'richest', 'ranking'],
]);

/** What a person has, and where that gets them. */
export const HOLDING_VALUES: readonly ValueLine[] = [
  ['balance', 'what they have of the currency', 'points', 'currency', 'money', 'wallet', 'coins'],
  ['earned', 'what they have earned of it in all, spent or not', 'total', 'lifetime'],
  ['place', 'the place they take by what they have', 'position', 'leaderboard'],
  ['rank', 'the highest rank they have reached; empty for none', 'level', 'title'],
  ['next_rank', 'the rank they reach next; empty at the top'],
];

import {
  figure,
  hourWorth,
  minutesFor,
  WATCHER_NAMES,
  type CurrencySettings,
  type HourWorth,
} from '@gully/core/currency';
import { Link } from 'react-router';
import { comesLater } from '../ui/index.js';
import { NextPayout } from './next-payout.js';
import { minutesInWords } from './price.js';
import { usePrices } from './use-prices.js';

/** Prices that are listed. */
const LISTED = 12;
const WorthChart = comesLater(async () => (await import('./worth-chart.js')).WorthChart, 4);

interface WorthProps {
  /** as they are edited */
  readonly settings: CurrencySettings;
  readonly saved: CurrencySettings;
  readonly next: number | null;
}

/** What an hour pays, and what prices set elsewhere come to, as it is edited. */
export function Worth({ settings, saved, next }: WorthProps) {
  const worth = hourWorth(settings);
  const before = hourWorth(saved);
  return (
    <aside className="worth" aria-labelledby="worth-title">
      <h2 id="worth-title">What an hour is worth</h2>
      <table className="t w-full">
        <thead>
          <tr>
            <th scope="col" />
            <th scope="col" className="text-right">
              least
            </th>
            <th scope="col" className="text-right">
              most
            </th>
          </tr>
        </thead>
        <tbody>
          {worth.map((row, n) => (
            <WorthRow key={row.watcher} row={row} before={saved.enabled ? before[n] : undefined} />
          ))}
        </tbody>
      </table>
      <WorthChart worth={worth} many={settings.many} />
      <p className="s2 text-soft">
        In {settings.many}, for an hour of a live stream: silent or talking all the while, on the lowest or
        the highest tier.
      </p>
      <NextPayout next={next} />
      <Prices settings={settings} />
    </aside>
  );
}

function WorthRow({ row, before }: { readonly row: HourWorth; readonly before: HourWorth | undefined }) {
  const cell = (field: 'least' | 'most') => (
    <td className="m text-right">
      {figure(row[field])}
      {before !== undefined && before[field] !== row[field] && (
        <span className="was block">was {figure(before[field])}</span>
      )}
    </td>
  );
  return (
    <tr>
      <th scope="row" className="!whitespace-normal">
        {WATCHER_NAMES[row.watcher]}
      </th>
      {cell('least')}
      {cell('most')}
    </tr>
  );
}

/** What rewards and commands cost, in minutes of watching. */
function Prices({ settings }: { readonly settings: CurrencySettings }) {
  const priced = usePrices();
  if (priced.length === 0) return null;
  return (
    <>
      <h2 className="mt-3">What prices mean</h2>
      <ul className="lines">
        {priced.slice(0, LISTED).map(({ id, name, to, amount }) => (
          <li key={id} className="!flex-wrap">
            <Link className="hover:underline" to={to}>
              {name}
            </Link>
            <span className="m">{figure(amount)}</span>
            <span className="s2 ml-auto text-soft">
              {minutesInWords(minutesFor(settings, amount))} of watching,{' '}
              {minutesInWords(minutesFor(settings, amount, 'active'))} of talking
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

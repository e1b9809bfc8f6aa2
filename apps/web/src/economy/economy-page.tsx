import { figure, minutesFor, type CurrencySettings } from '@gully/core/currency';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { answerOf, api, type Economy } from '../api/index.js';
import { minutesInWords, useAmounts, useCurrency, useCurrencyDraft, usePrices } from '../currency/index.js';
import { Bones, comesLater, LoadFailed } from '../ui/index.js';

const FlowChart = comesLater(async () => (await import('./flow-chart.js')).FlowChart, 6);
const SpreadChart = comesLater(async () => (await import('./spread-chart.js')).SpreadChart, 5);
const ForecastChart = comesLater(async () => (await import('./forecast-chart.js')).ForecastChart, 5);

/** Review › Economy: where the currency comes from, where it goes, how it is spread, and where that leads. */
export function EconomyPage() {
  const { many, enabled } = useCurrency();
  const { data, error, refetch } = useQuery({
    queryKey: ['ledger', 'economy'],
    queryFn: () => answerOf(api.GET('/api/economy')),
  });
  return (
    <section className="flex h-full flex-col bg-plane" aria-labelledby="economy-title">
      <header className="row min-h-12 border-b border-line bg-ground px-4 py-1.5">
        <h1 id="economy-title">Economy</h1>
        <span className="s2 ml-1 text-soft max-[1500px]:hidden">
          Where the {many} comes from, where it goes, and where that leads.
        </span>
      </header>
      {!enabled ? (
        <p className="p-4 text-soft">
          This channel has no currency. Set one up under <Link to="/prepare/currency">Currency</Link>.
        </p>
      ) : data === undefined ? (
        error === null ? (
          <Bones lines={12} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : (
        <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="group" aria-label="Economy">
          <Sums economy={data} />
          <Panels economy={data} />
        </div>
      )}
    </section>
  );
}

function Sums({ economy }: { readonly economy: Economy }) {
  const { full } = useAmounts();
  const { circulating, viewers, median, topTenth } = economy;
  return (
    <p className="border-b border-line px-4 py-2.5">
      <b>{full(circulating)}</b> in circulation, held by {figure(viewers)}{' '}
      {viewers === 1 ? 'viewer' : 'viewers'}. Half of them have at least <b>{full(median)}</b>; the richest
      tenth holds <b>{Math.round(topTenth * 100)}%</b>.
    </p>
  );
}

function Panels({ economy }: { readonly economy: Economy }) {
  const saved = useCurrency();
  const edited = useCurrencyDraft() ?? saved;
  return (
    <div className="economy">
      <section aria-labelledby="flow-title">
        <h2 id="flow-title">Issued and spent, by stream</h2>
        {economy.streams.length === 0 ? (
          <p className="text-soft">No stream yet.</p>
        ) : (
          <FlowChart streams={economy.streams} />
        )}
      </section>
      <section aria-labelledby="forecast-title" className="dashed">
        <h2 id="forecast-title">Forecast: the next 10 streams</h2>
        <ForecastChart economy={economy} settings={edited} />
      </section>
      <section aria-labelledby="spread-title">
        <h2 id="spread-title">Balances</h2>
        <SpreadChart bins={economy.bins} />
      </section>
      <section aria-labelledby="afford-title">
        <h2 id="afford-title">Until half of the viewers can afford it</h2>
        <Affording median={economy.median} settings={edited} />
      </section>
    </div>
  );
}

/** How long until half of those who have any have as much as something costs. */
function Affording({ median, settings }: { readonly median: number; readonly settings: CurrencySettings }) {
  const { full } = useAmounts();
  const priced = usePrices();
  if (priced.length === 0) return <p className="text-soft">Nothing costs anything yet.</p>;
  return (
    <ul className="lines">
      {priced.map(({ id, name, to, amount }) => (
        <li key={id}>
          <Link className="hover:underline" to={to}>
            {name}
          </Link>
          <span className="text-soft">{full(amount)}</span>
          <span className="ml-auto">
            {median >= amount
              ? 'they can now'
              : `${minutesInWords(minutesFor(settings, amount - median))} of watching`}
          </span>
        </li>
      ))}
    </ul>
  );
}

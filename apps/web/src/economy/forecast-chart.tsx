import type { CurrencySettings } from '@gully/core/currency';
import type { Economy } from '../api/index.js';
import { Chart } from '../charts/index.js';
import { useAmounts } from '../currency/index.js';
import { Bones } from '../ui/index.js';
import { useForecast } from './use-forecast.js';

const STREAMS = 10;
const RUNS = 400;
/** Who is paid, where nothing better is known: one in five wrote since the last payout, one in seven subscribes. */
const MIX = { active: 0.2, subscribers: 0.15 };

interface ForecastChartProps {
  readonly economy: Economy;
  /** as they are edited */
  readonly settings: CurrencySettings;
}

/** What will be in circulation, played a few hundred times from streams like the last ones; dashed, as all that is not real. */
export function ForecastChart({ economy, settings }: ForecastChartProps) {
  const { full } = useAmounts();
  const { circulating, streams } = economy;
  const past = streams
    .filter(({ minutes }) => minutes > 0)
    .map(({ minutes, paid, flows }) => ({
      minutes,
      paid,
      others: flows.reduce((sum, { cause, issued }) => sum + (cause === 'payout' ? 0 : issued), 0),
      spent: flows.reduce((sum, { spent }) => sum + spent, 0),
    }));
  const forecast = useForecast(
    past.length === 0 ? undefined : { settings, circulating, past, mix: MIX, streams: STREAMS, runs: RUNS },
  );
  if (past.length === 0) return <p className="text-soft">Needs one finished stream.</p>;
  if (forecast === undefined) return <Bones lines={4} />;
  const last = forecast.middle.at(-1) ?? circulating;
  const [low, high] = [forecast.low.at(-1) ?? last, forecast.high.at(-1) ?? last];
  const line = (data: readonly number[], label: string, color: string, width: number) => ({
    label,
    data: [circulating, ...data],
    borderColor: color,
    borderDash: [5, 4],
    borderWidth: width,
    pointRadius: 0,
  });
  return (
    <>
      <Chart
        label={`In circulation after the next ${String(STREAMS)} streams: about ${full(last)}`}
        height={150}
        of={forecast}
        config={({ iron, soft }) => ({
          type: 'line',
          data: {
            labels: ['now', ...forecast.middle.map((_, n) => `+${String(n + 1)}`)],
            datasets: [
              line(forecast.middle, 'in the middle', iron, 2),
              line(forecast.low, 'low', soft, 1),
              line(forecast.high, 'high', soft, 1),
            ],
          },
          options: { scales: { x: { grid: { display: false } } } },
        })}
      />
      <p className="s2 text-soft">
        About <b>{full(last)}</b> after {STREAMS} streams, in nine of ten cases from {full(low)} to{' '}
        {full(high)}: streams as long, as well attended and as thrifty as{' '}
        {past.length === 1 ? 'the last one' : `the last ${String(past.length)}`}, paid by the settings
        {settings.enabled ? ' as they are edited' : ''}.
      </p>
    </>
  );
}

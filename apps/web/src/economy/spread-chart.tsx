import { figure } from '@gully/core/currency';
import type { Economy } from '../api/index.js';
import { Chart } from '../charts/index.js';
import { useCurrency } from '../currency/index.js';

/** How many viewers have how much, in bins of which each is twice as wide as the one before. */
export function SpreadChart({ bins }: { readonly bins: Economy['bins'] }) {
  const { many } = useCurrency();
  const words = bins.map(({ from, viewers }) => `${figure(viewers)} from ${figure(from)}`).join(', ');
  return (
    <Chart
      label={`Viewers by what they have, in ${many}: ${words}`}
      height={150}
      of={bins}
      config={({ pool }) => ({
        type: 'bar',
        data: {
          labels: bins.map(({ from }) => `${figure(from)}+`),
          datasets: [{ label: 'viewers', data: bins.map(({ viewers }) => viewers), backgroundColor: pool }],
        },
        options: { scales: { x: { grid: { display: false } } } },
      })}
    />
  );
}

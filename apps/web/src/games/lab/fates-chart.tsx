import { figure } from '@gully/core/currency';
import { Chart } from '../../charts/index.js';
import { useCurrency } from '../../currency/index.js';
import type { Lab } from './use-lab.js';

const percent = (share: number): string => `${(share * 100).toFixed(1)}%`;

/** Where players stand who began alike; dashed, as everything simulated. */
export function FatesChart({ came }: { readonly came: NonNullable<Lab['came']> }) {
  const { many } = useCurrency();
  const { bars, players, ruined, doubled, median } = came.fates;
  const { balance, each, plays } = came.asked;
  const last = bars.length - 1;
  return (
    <figure className="mt-2">
      <figcaption className="s2 text-soft">
        {players.toLocaleString('en')} simulated players who began with {figure(balance)} {many}, after{' '}
        {each.toLocaleString('en')} plays each: {percent(ruined)} cannot stake any more, {percent(doubled)}{' '}
        had twice as much at one time, and half of them have less than {figure(median)}. (
        {(plays / 1_000_000).toLocaleString('en')} million plays took {Math.max(1, Math.round(came.ms))} ms.)
      </figcaption>
      <Chart
        label={`Players by what they have in the end: ${bars.map(({ from, count }) => `${String(count)} from ${figure(from)}`).join(', ')}`}
        height={130}
        of={bars}
        config={({ pool }) => ({
          type: 'line',
          data: {
            labels: bars.map(({ from }, n) => (n === last ? `${figure(from)}+` : figure(from))),
            datasets: [
              {
                label: 'players',
                data: bars.map(({ count }) => count),
                borderColor: pool,
                borderWidth: 1.5,
                borderDash: [4, 3],
                stepped: 'middle',
                pointRadius: 0,
              },
            ],
          },
          options: { scales: { x: { grid: { display: false } }, y: { beginAtZero: true } } },
        })}
      />
    </figure>
  );
}

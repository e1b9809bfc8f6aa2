import { WATCHER_NAMES, type HourWorth } from '@gully/core/currency';
import { Chart } from '../charts/index.js';

/** From the least to the most of an hour, a bar for each kind of viewer. */
export function WorthChart({ worth, many }: { readonly worth: readonly HourWorth[]; readonly many: string }) {
  return (
    <Chart
      label={`What an hour is worth in ${many}: the figures of the table`}
      height={150}
      of={[worth, many]}
      config={({ iron, ink, line }) => ({
        type: 'bar',
        data: {
          labels: worth.map(({ watcher }) => WATCHER_NAMES[watcher].replace(/^A (?:viewer who )?/u, '')),
          datasets: [
            {
              // Where least and most are the same there is still a mark to see.
              data: worth.map(({ least, most }) => [least, Math.max(most, least + most * 0.01)]),
              backgroundColor: iron,
              borderColor: ink,
              minBarLength: 3,
              barThickness: 10,
            },
          ],
        },
        options: {
          indexAxis: 'y',
          scales: {
            x: { beginAtZero: true, grid: { color: line } },
            y: { grid: { display: false } },
          },
          plugins: { tooltip: { enabled: false } },
        },
      })}
    />
  );
}

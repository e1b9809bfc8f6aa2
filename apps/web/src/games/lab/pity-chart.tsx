import { Chart } from '../../charts/index.js';

/** How many plays begin with how much pity, in the long run. */
export function PityChart({ levels }: { readonly levels: readonly number[] }) {
  const share = levels.map((each) => Math.round(each * 1_000) / 10);
  return (
    <figure className="mt-2">
      <figcaption className="s2 text-soft">
        How pity develops: the share of plays that begin after so many full misses
      </figcaption>
      <Chart
        label={`Share of plays by full misses before: ${share.map((each, n) => `${String(each)}% after ${String(n)}`).join(', ')}`}
        height={90}
        of={share}
        config={({ moss }) => ({
          type: 'bar',
          data: {
            labels: share.map((_, n) => (n === share.length - 1 ? `${String(n)}+` : String(n))),
            datasets: [{ label: '% of plays', data: share, backgroundColor: moss }],
          },
          options: { scales: { x: { grid: { display: false } } } },
        })}
      />
    </figure>
  );
}

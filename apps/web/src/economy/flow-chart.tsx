import { CAUSES, type Cause } from '@gully/core/currency';
import type { Economy } from '../api/index.js';
import { Chart, type Inks } from '../charts/index.js';
import { useAmounts } from '../currency/index.js';
import { CAUSE_WORDS } from '../ledger/index.js';
import { day } from '../ui/index.js';

type Streams = Economy['streams'];

/** Issued above the line, spent below it, by cause; the same in a table for who cannot see it. */
export function FlowChart({ streams }: { readonly streams: Streams }) {
  const { short } = useAmounts();
  const causes = CAUSES.filter((cause) =>
    streams.some(({ flows }) =>
      flows.some((flow) => flow.cause === cause && (flow.issued !== 0 || flow.spent !== 0)),
    ),
  );
  const of = (stream: Streams[number], cause: Cause) =>
    stream.flows.find((flow) => flow.cause === cause) ?? { issued: 0, spent: 0 };
  return (
    <>
      <Chart
        label="Issued and spent by stream: the figures of the table below"
        height={190}
        of={streams}
        config={(inks) => ({
          type: 'bar',
          data: {
            labels: streams.map(({ startedAt }) => day(startedAt).replace(/^\w+, /u, '')),
            datasets: causes.flatMap((cause, n) => [
              {
                label: `${CAUSE_WORDS[cause]}, issued`,
                data: streams.map((stream) => of(stream, cause).issued),
                backgroundColor: inkOf(inks, n),
              },
              {
                label: `${CAUSE_WORDS[cause]}, spent`,
                data: streams.map((stream) => -of(stream, cause).spent),
                backgroundColor: inkOf(inks, n),
              },
            ]),
          },
          options: { scales: { x: { stacked: true, grid: { display: false } }, y: { stacked: true } } },
        })}
      />
      <table className="t">
        <thead>
          <tr>
            <th scope="col">Cause</th>
            <th scope="col" className="text-right">
              issued
            </th>
            <th scope="col" className="text-right">
              spent
            </th>
          </tr>
        </thead>
        <tbody>
          {causes.map((cause) => (
            <tr key={cause}>
              <th scope="row">{CAUSE_WORDS[cause]}</th>
              <td className="m text-right">
                {short(sum(streams.map((stream) => of(stream, cause).issued)))}
              </td>
              <td className="m text-right">{short(sum(streams.map((stream) => of(stream, cause).spent)))}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function inkOf({ moss, pool, iron, ochre, soft, ink }: Inks, n: number): string {
  return [moss, pool, iron, ochre, soft, ink][n % 6] ?? ink;
}

function sum(amounts: readonly number[]): number {
  return amounts.reduce((all, each) => all + each, 0);
}

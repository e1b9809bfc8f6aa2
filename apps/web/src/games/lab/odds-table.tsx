import type { GameKindName, Odds, Settings } from '@gully/core/games';
import { outcomeInWords } from '../outcome-in-words.js';
import type { Lab } from './use-lab.js';

interface OddsTableProps {
  readonly kind: GameKindName;
  readonly settings: Settings;
  readonly odds: Odds;
  readonly lab: Lab;
  readonly isFree: boolean;
}

const percent = (share: number): string => `${(share * 100).toFixed(share < 0.1 ? 2 : 1)}%`;
const drought = (plays: number | undefined): string =>
  plays === undefined ? 'no end' : `${plays.toLocaleString('en')} plays`;

/** Worked out and simulated side by side; what is simulated is dashed. */
export function OddsTable({ kind, settings, odds, lab: { came }, isFree }: OddsTableProps) {
  const isSame =
    came?.asked.variant === odds.variant &&
    JSON.stringify(came.asked.body.settings) === JSON.stringify(settings) &&
    came.asked.body.kind === kind;
  const seen = isSame ? came.simulated : undefined;
  const agrees =
    seen === undefined || (odds.returns >= seen.low - wide(seen) && odds.returns <= seen.high + wide(seen));
  return (
    <div className="flex flex-wrap items-start gap-x-8 gap-y-2">
      <table className="t !w-auto">
        <thead>
          <tr>
            <td />
            <th scope="col">Worked out</th>
            <th scope="col" className="text-pool">
              Simulated
            </th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">{isFree ? 'Pays on average' : 'Gives back of 1 staked'}</th>
            <td className="m text-right">
              <b>{odds.returns.toFixed(3)}</b>
            </td>
            <td className="m dashed text-right">
              {seen === undefined
                ? ''
                : `${seen.returns.toFixed(3)} (${seen.low.toFixed(3)} to ${seen.high.toFixed(3)})`}
            </td>
          </tr>
          {odds.levels.length > 1 && (
            <tr>
              <th scope="row">The same at a first play</th>
              <td className="m text-right">{odds.first.toFixed(3)}</td>
              <td />
            </tr>
          )}
          <tr>
            <th scope="row">Plays that win</th>
            <td className="m text-right">{percent(odds.hits)}</td>
            <td className="m dashed text-right">{seen === undefined ? '' : percent(seen.hits)}</td>
          </tr>
          <tr>
            <th scope="row" title="the standard deviation of what comes back of 1">
              Strays by
            </th>
            <td className="m text-right">±{odds.deviation.toFixed(2)}</td>
            <td className="m dashed text-right" />
          </tr>
          <tr>
            <th scope="row">Without a win, 1 in 20</th>
            <td className="m text-right">{drought(odds.drought95)}</td>
            <td className="m dashed text-right" rowSpan={2}>
              {seen === undefined ? '' : `${seen.longestDrought.toLocaleString('en')} at the longest`}
            </td>
          </tr>
          <tr>
            <th scope="row">Without a win, 1 in 100</th>
            <td className="m text-right">{drought(odds.drought99)}</td>
          </tr>
        </tbody>
      </table>
      <table className="t !w-auto">
        <thead>
          <tr>
            <th scope="col">What can come of it</th>
            <th scope="col">Chance</th>
            <th scope="col">Pays</th>
          </tr>
        </thead>
        <tbody>
          {odds.outcomes.map(({ outcome, chance, pays }) => (
            <tr key={outcome}>
              <td>{outcomeInWords(kind, settings, outcome)}</td>
              <td className="m text-right">{percent(chance)}</td>
              <td className="m text-right">{Math.round(pays).toLocaleString('en')}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {!agrees && (
        <p className="s2 basis-full text-soft">
          The simulation strayed further from what was worked out than 999 in 1,000 do. Try another seed.
        </p>
      )}
    </div>
  );
}

/** From the interval of 95 of 100 to that of 999 of 1,000. */
const wide = ({ low, high }: { readonly low: number; readonly high: number }): number => (high - low) * 0.34;

import { gameBody, type GameBody } from '@gully/core/games';
import { useQuery } from '@tanstack/react-query';
import { CircleCheck, CircleHelp, TriangleAlert } from 'lucide-react';
import type { AsPlayed } from '../../api/index.js';
import { useAmounts } from '../../currency/index.js';
import { day } from '../../ui/index.js';
import { outcomeInWords } from '../outcome-in-words.js';
import { thingsQuery } from '../../live/index.js';

interface VersionTableProps {
  readonly game: string;
  readonly version: AsPlayed;
  /** by these it is played now */
  readonly isNow: boolean;
}

/** Below these, what was played is told of as worth a look, and as not fitting. */
const LOOK = 0.01;
const WRONG = 0.001;

/** What was played by one set of settings, beside what they promise. */
export function VersionTable({ game, version, isNow }: VersionTableProps) {
  const { full } = useAmounts();
  const { data: games } = useQuery(thingsQuery('game'));
  const now = games?.find(({ id }) => id === game);
  const body: GameBody | undefined = now === undefined ? undefined : gameBody(now);
  const { plays, staked, paid, returns, expected, outcomes, p, words, from, to } = version;
  const state = p === null || p >= LOOK ? 'fits' : p >= WRONG ? 'look' : 'wrong';
  const kind = body?.kind ?? 'high-roll';
  const settings = isNow ? body?.settings : undefined;
  return (
    <article
      className="played"
      aria-label={isNow ? 'As it is set now' : `As it was set, version ${String(version.version)}`}
    >
      <h3 className="font-bold">
        {isNow ? 'As it is set now' : `As it was set before (version ${String(version.version)})`}{' '}
        <span className="s2 font-normal text-soft">
          {day(from)} to {day(to)}
        </span>
      </h3>
      <p
        className={`row ${state === 'fits' ? 'text-moss' : state === 'look' ? 'text-ochre' : 'text-crimson'}`}
      >
        {state === 'fits' ? (
          <CircleCheck className="i s" aria-hidden="true" />
        ) : state === 'look' ? (
          <CircleHelp className="i s" aria-hidden="true" />
        ) : (
          <TriangleAlert className="i s" aria-hidden="true" />
        )}
        {words}
      </p>
      {expected !== null && expected > 1 && (
        <p className="row text-ochre">
          <TriangleAlert className="i s" aria-hidden="true" /> These settings give back more than is staked:
          it issued {full(Math.max(0, paid - staked))}.
        </p>
      )}
      <div className="flex flex-wrap items-start gap-x-8 gap-y-2">
        <table className="t !w-auto">
          <tbody>
            <Fact label="Plays" value={plays.toLocaleString('en')} />
            <Fact label="Staked" value={full(staked)} />
            <Fact label="Paid out" value={full(paid)} />
            {returns !== null && <Fact label="Return" value={returns.toFixed(3)} strong />}
            {expected !== null && <Fact label="Expected return" value={expected.toFixed(3)} />}
          </tbody>
        </table>
        {outcomes.length > 0 && (
          <table className="t !w-auto">
            <thead>
              <tr>
                <th scope="col">Outcome</th>
                <th scope="col">Played</th>
                <th scope="col">Expected</th>
              </tr>
            </thead>
            <tbody>
              {outcomes.map(({ outcome, observed, expected: due }) => (
                <tr key={outcome}>
                  <td>{outcomeInWords(kind, settings, outcome)}</td>
                  <td className="m text-right">{observed.toLocaleString('en')}</td>
                  <td className="m text-right text-soft">
                    {due.toLocaleString('en', { maximumFractionDigits: 1 })}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <p className="s2 max-w-[34ch] text-soft">{TESTS[version.test]}</p>
      </div>
    </article>
  );
}

const TESTS: Readonly<Record<AsPlayed['test'], string>> = {
  'chi-square':
    'Pearson’s chi-square: how often chance alone would stray as far from what these settings promise as what was played.',
  exact:
    'So little is expected of some outcomes that it is tested by drawing: the same plays, thousands of times, by these settings.',
  none: '',
};

function Fact({
  label,
  value,
  strong = false,
}: {
  readonly label: string;
  readonly value: string;
  readonly strong?: boolean;
}) {
  return (
    <tr>
      <th scope="row">{label}</th>
      <td className="m text-right">{strong ? <b>{value}</b> : value}</td>
    </tr>
  );
}

import type { Board } from '@gully/core/currency';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import type { PlacedViewer } from '../api/index.js';
import { useAmounts } from '../currency/index.js';
import { Bones, Choice, LoadFailed } from '../ui/index.js';
import { BOARD_CHOICES, leaderboardQuery, SPANS, type Span } from './queries.js';
import { valueInWords } from './value-words.js';

/** Who leads, now, in this season, or ever. */
export function Leaderboard({ hasSeason }: { readonly hasSeason: boolean }) {
  const [by, setBy] = useState<Board>('balance');
  const [span, setSpan] = useState<Span>('now');
  const { data, error, refetch } = useQuery(leaderboardQuery(by, by === 'balance' ? 'now' : span));
  return (
    <aside className="worth" aria-labelledby="board-title">
      <h2 id="board-title">Leaderboard</h2>
      <p className="row my-1.5">
        <Choice label="What it goes by" value={by} options={BOARD_CHOICES} onChange={setBy} />
        {hasSeason && by !== 'balance' && (
          <Choice label="Since when" value={span} options={SPANS} onChange={setSpan} />
        )}
      </p>
      {data === undefined ? (
        error === null ? (
          <Bones lines={8} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : data.length === 0 ? (
        <p className="text-soft">Nobody yet.</p>
      ) : (
        <Places by={by} places={data} />
      )}
    </aside>
  );
}

/** Places, with what each is for. */
export function Places({ by, places }: { readonly by: Board; readonly places: readonly PlacedViewer[] }) {
  const { short } = useAmounts();
  return (
    <ol className="lines">
      {places.map(({ viewer, name, place, value }) => (
        <li key={viewer}>
          <span className="m w-7 text-right text-soft">{place}</span>
          <Link className="hover:underline" to={`/review/viewers/${viewer}`}>
            {name}
          </Link>
          <span className="m ml-auto">{valueInWords(by, value, short)}</span>
        </li>
      ))}
    </ol>
  );
}

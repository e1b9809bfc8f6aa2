import { RotateCcw, Square } from 'lucide-react';
import type { Replaying } from './use-replay.js';

/** How far it is, with the button that ends it. */
export function ReplayProgress({ replay }: { readonly replay: Replaying }) {
  const { isRunning, done, total, cancel } = replay;
  if (!isRunning) return null;
  return (
    <p className="row py-2" role="status">
      <progress className="flex-1" max={Math.max(1, total)} value={done} aria-label="Replay" />
      <span className="s2 m text-soft">
        {done.toLocaleString('en')} of {total.toLocaleString('en')}
      </span>
      <button
        type="button"
        className="btn s"
        onClick={() => {
          cancel();
        }}
      >
        <Square className="i s" aria-hidden="true" /> Cancel
      </button>
    </p>
  );
}

/** What came of it, in three numbers. */
export function ReplaySums({ replay }: { readonly replay: Replaying }) {
  const { result } = replay;
  if (result === undefined) return null;
  const sum = (of: 'newly' | 'noLonger'): number =>
    result.filters.reduce((all, each) => all + each[of].count, 0);
  return (
    <div className="sums">
      <p>
        <span className="big">{result.would.toLocaleString('en')}</span> caught
        <br />
        <span className="s2 text-soft">{result.now.toLocaleString('en')} as saved</span>
      </p>
      <p>
        <span className="big text-crimson">{sum('newly').toLocaleString('en')}</span> newly caught
      </p>
      <p>
        <span className="big text-moss">{sum('noLonger').toLocaleString('en')}</span> no longer caught
      </p>
    </div>
  );
}

export function ReplayAgain({ onClick, again }: { readonly onClick: () => void; readonly again: boolean }) {
  return (
    <button type="button" className="btn s" onClick={onClick}>
      <RotateCcw className="i s" aria-hidden="true" /> {again ? 'Replay again' : 'Replay'}
    </button>
  );
}

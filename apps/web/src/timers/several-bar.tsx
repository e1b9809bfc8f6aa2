import type { When } from '@gully/core/stream';
import { useState } from 'react';
import type { Timer } from '../api/index.js';
import { SeveralBar } from '../editing/index.js';
import { LIVE_OPTIONS } from '../script/index.js';
import { Choice, DurationField, Opens, WholeNumber } from '../ui/index.js';
import { TIMER } from './kind.js';

type Set = (part: Record<string, unknown>) => void;

/** What can be done with the timers selected in the table. */
export function SeveralTimers({
  chosen,
  onClear,
}: {
  readonly chosen: readonly Timer[];
  readonly onClear: () => void;
}) {
  return (
    <SeveralBar kind={TIMER} chosen={chosen} onClear={onClear}>
      {(set) => (
        <>
          <Opens label="How often the selected timers fire" shown="Every…">
            <HowOften set={set} />
          </Opens>
          <Opens label="When the selected timers fire" shown="When…">
            <LiveOr set={set} />
          </Opens>
        </>
      )}
    </SeveralBar>
  );
}

function HowOften({ set }: { readonly set: Set }) {
  const [interval, setInterval] = useState<number | null>(null);
  const [lines, setLines] = useState<number | null>(null);
  const part = Object.fromEntries(Object.entries({ interval, lines }).filter(([, value]) => value !== null));
  const wrong = Object.values(part).some(Number.isNaN);
  return (
    <div className="grid gap-2.5">
      <table className="t">
        <tbody>
          <tr>
            <th scope="row">every</th>
            <td>
              <DurationField
                label="Every"
                value={interval}
                unit="m"
                empty="as it is"
                onChange={setInterval}
              />
            </td>
          </tr>
          <tr>
            <th scope="row">after lines of viewers</th>
            <td>
              <WholeNumber label="After lines of viewers" value={lines} onChange={setLines} />
            </td>
          </tr>
        </tbody>
      </table>
      <p className="s2 max-w-64 text-soft">Empty fields stay unchanged.</p>
      <button
        type="button"
        className="btn justify-self-start"
        disabled={wrong || Object.keys(part).length === 0}
        onClick={() => {
          set(part);
        }}
      >
        Change how often
      </button>
    </div>
  );
}

function LiveOr({ set }: { readonly set: Set }) {
  const [live, setLive] = useState<When['live']>('live');
  return (
    <div className="row">
      <Choice label="Live or offline" value={live} options={LIVE_OPTIONS} onChange={setLive} />
      <button
        type="button"
        className="btn"
        onClick={() => {
          set({ when: { live } });
        }}
      >
        Change when
      </button>
    </div>
  );
}

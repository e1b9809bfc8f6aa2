import { durationInWords } from '@gully/core/text';
import { standingInWords } from '@gully/core/timers';
import { Switch } from 'radix-ui';
import { Link } from 'react-router';
import type { Timer } from '../api/index.js';
import { ago, exact } from '../ui/index.js';
import { drafts } from './kind.js';
import { TimerButtons, useTimerActs } from './timer-acts.js';
import { useStandings } from './use-standing.js';

/** All timers: when each is due and what it waits for, at a glance. */
export function TimerTable({ timers }: { readonly timers: readonly Timer[] }) {
  const standings = useStandings(1_000);
  const { toggle } = useTimerActs();
  return (
    <div className="overflow-x-auto">
      <table className="t">
        <thead>
          <tr>
            <th className="!pl-4">Timer</th>
            <th>Next due</th>
            <th className="text-right max-[700px]:hidden">Every</th>
            <th className="text-right max-[700px]:hidden">Lines</th>
            <th className="max-[700px]:hidden">Last fired</th>
            <th className="text-right max-[700px]:hidden">This stream</th>
            <th>
              <span className="sr-only">Run now, or hold</span>
            </th>
            <th>On</th>
          </tr>
        </thead>
        <tbody>
          {timers.map((timer) => {
            const timed = standings?.inOrder.find((each) => each.timer.id === timer.id);
            const state = timed?.state;
            const firedAt = state?.firedAt;
            return (
              <tr key={timer.id}>
                <td className="!pl-4">
                  <Link className="font-bold" to={`/prepare/timers/${timer.id}`}>
                    {timer.name}
                  </Link>
                  <DraftMark id={timer.id} />
                </td>
                <td className={`whitespace-normal ${timer.fault === null ? '' : 'text-crimson'}`}>
                  {timed !== undefined &&
                    standingInWords(timed.standing, timer.lines, timed.state.lines, timed.roomIn)}
                </td>
                <td className="text-right max-[700px]:hidden">{durationInWords(timer.interval * 60_000)}</td>
                <td className="m text-right max-[700px]:hidden">{timer.lines === 0 ? '–' : timer.lines}</td>
                <td
                  className="text-soft max-[700px]:hidden"
                  title={firedAt == null ? undefined : exact(iso(firedAt))}
                >
                  {firedAt == null ? 'never' : ago(iso(firedAt), standings?.moment.at ?? firedAt)}
                </td>
                <td className="m text-right max-[700px]:hidden">{state?.times ?? 0}×</td>
                <td>
                  <TimerButtons timer={timer} held={state?.held === true} />
                </td>
                <td>
                  <Switch.Root
                    className="sw"
                    checked={timer.enabled}
                    aria-label={`${timer.name} is on`}
                    onCheckedChange={() => {
                      toggle.mutate(timer);
                    }}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

function iso(at: number): string {
  return new Date(at).toISOString();
}

function DraftMark({ id }: { readonly id: string }) {
  return drafts.use(id) === undefined ? null : <span className="s2 block text-ochre">draft</span>;
}

import { standingInWords } from '@gully/core/timers';
import { useMemo, type ReactNode } from 'react';
import type { Timer } from '../api/index.js';
import { AddLink } from '../editing/index.js';
import { DataTable } from '../table/index.js';
import { comesLater } from '../ui/index.js';
import { BreathingBlank } from './breathing-blank.js';
import { columnsOf } from './columns.js';
import { TIMER } from './kind.js';
import { useTimerActs } from './timer-acts.js';
import { useStandings } from './use-standing.js';

const SeveralTimers = comesLater(async () => (await import('./several-bar.js')).SeveralTimers, 0);

/** A timer with where it stands. */
export interface Stood {
  readonly timer: Timer;
  /** when it is due and what it waits for, in words; empty while that is not known */
  readonly due: string;
  readonly held: boolean;
  readonly times: number;
  /** ISO 8601 */
  readonly firedAt: string | undefined;
}

interface TimerTableProps {
  readonly timers: readonly Timer[];
  readonly about: string;
  readonly below: ReactNode;
}

/** All timers: when each is due and what it waits for, at a glance. */
export function TimerTable({ timers, about, below }: TimerTableProps) {
  const standings = useStandings(1_000);
  const { toggle } = useTimerActs();
  const { mutate } = toggle;
  const columns = useMemo(() => columnsOf(mutate), [mutate]);
  const rows = timers.map((timer): Stood => {
    const timed = standings?.inOrder.find((each) => each.timer.id === timer.id);
    const firedAt = timed?.state.firedAt;
    return {
      timer,
      due:
        timed === undefined
          ? ''
          : standingInWords(timed.standing, timer.lines, timed.state.lines, timed.roomIn),
      held: timed?.state.held === true,
      times: timed?.state.times ?? 0,
      firedAt: firedAt == null ? undefined : new Date(firedAt).toISOString(),
    };
  });
  return (
    <DataTable
      name="timers"
      many="timers"
      rows={rows}
      columns={columns}
      idOf={({ timer }) => timer.id}
      titleOf={({ timer }) => timer.name}
      faint={({ timer }) => !timer.enabled}
      several={(chosen, clear) => <SeveralTimers chosen={chosen.map(({ timer }) => timer)} onClear={clear} />}
      head={
        <>
          <h1 id="timers-title">Timers</h1>
          <span className="s2 ml-1 text-soft max-[1500px]:hidden">{about}</span>
        </>
      }
      acts={
        <>
          <BreathingBlank />
          <AddLink kind={TIMER} />
        </>
      }
      below={below}
      empty={null}
    />
  );
}

import { useQuery } from '@tanstack/react-query';
import type { Timer } from '../api/index.js';
import { KindPage } from '../editing/index.js';
import { comesLater } from '../ui/index.js';
import { ForecastPanel } from './forecast-panel.js';
import { TIMER } from './kind.js';
import { TIMER_STARTERS } from './starters.js';
import { TimerTable } from './timer-table.js';
import { thingsQuery } from '../live/index.js';

const TimerEditor = comesLater(async () => (await import('./timer-editor.js')).TimerEditor);

const ABOUT = 'Messages that repeat, but only while people are chatting.';

/** Prepare › Timers: all of them with their forecast, or a list of them beside the open one. */
export function TimersPage() {
  return (
    <KindPage
      kind={TIMER}
      heading="Timers"
      about={ABOUT}
      empty="No timers yet"
      starters={TIMER_STARTERS}
      asked={useQuery(thingsQuery('timer'))}
      table={(timers) => <AllTimers timers={timers} />}
      editor={(id, saved, others) => <TimerEditor key={id} id={id} saved={saved} others={others} />}
    />
  );
}

function AllTimers({ timers }: { readonly timers: readonly Timer[] }) {
  return (
    <section className="flex h-full min-w-0 flex-col bg-plane" aria-labelledby="timers-title">
      <TimerTable
        timers={timers}
        about={ABOUT}
        below={
          <div className="px-4 pt-2 pb-4">
            <ForecastPanel />
          </div>
        }
      />
    </section>
  );
}

import { sentenceOf } from '@gully/core/routines';
import { useQuery } from '@tanstack/react-query';
import { Switch } from 'radix-ui';
import { Link } from 'react-router';
import type { NamedRoutine } from '../api/index.js';
import { AddLink, KindPage } from '../editing/index.js';
import { routinesQuery } from '../live/index.js';
import { useNames } from '../script/index.js';
import { comesLater, ago, exact, useNow } from '../ui/index.js';
import { ROUTINE, startsInWords } from './kind.js';
import { ROUTINE_STARTERS } from './starters.js';
import { LateEvents } from './late-events.js';
import { useToggle } from './use-running.js';

const RoutineEditor = comesLater(async () => (await import('./routine-editor.js')).RoutineEditor);

const ABOUT = 'Steps done in order, started by events, commands, timers or by hand.';

/** Prepare › Routines: all of them as a table, or a list of them beside the open one. */
export function RoutinesPage() {
  return (
    <KindPage
      kind={ROUTINE}
      heading="Routines"
      about={ABOUT}
      empty="No routines yet"
      starters={ROUTINE_STARTERS}
      asked={useQuery(routinesQuery)}
      table={(routines) => <RoutineTable routines={routines} />}
      editor={(id, saved, others) => <RoutineEditor key={id} id={id} saved={saved} others={others} />}
    />
  );
}

function RoutineTable({ routines }: { readonly routines: readonly NamedRoutine[] }) {
  const now = useNow(30_000);
  const names = useNames();
  const toggle = useToggle();
  return (
    <section className="h-full overflow-y-auto bg-plane" aria-labelledby="routines-title">
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1 id="routines-title">Routines</h1>
        <span className="s2 ml-1 text-soft max-[1500px]:hidden">{ABOUT}</span>
        <span className="row ml-auto">
          <LateEvents />
          <AddLink kind={ROUTINE} />
        </span>
      </header>
      <table className="t">
        <thead>
          <tr>
            <th className="!pl-4">Routine</th>
            <th>Starts when</th>
            <th>Does</th>
            <th>Last run</th>
            <th>On</th>
          </tr>
        </thead>
        <tbody>
          {routines.map((routine) => (
            <tr key={routine.id}>
              <td className="!pl-4">
                <Link className="font-bold" to={`/prepare/routines/${routine.id}`}>
                  {routine.name}
                </Link>
                {routine.fault !== null && <span className="s2 block text-crimson">cannot run</span>}
              </td>
              <td className="max-w-72 whitespace-normal">{startsInWords(routine)}</td>
              <td className="max-w-72 truncate text-soft">
                {routine.routine.steps.map((step) => sentenceOf(step, names)).join(' · ')}
              </td>
              <td className="text-soft" title={routine.lastRun === null ? undefined : exact(routine.lastRun)}>
                {routine.lastRun === null ? 'never' : ago(routine.lastRun, now)}
              </td>
              <td>
                <Switch.Root
                  className="sw"
                  checked={routine.enabled}
                  aria-label={`${routine.name} is on`}
                  onCheckedChange={() => {
                    toggle.mutate(routine);
                  }}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

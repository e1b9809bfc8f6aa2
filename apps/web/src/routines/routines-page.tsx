import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { NamedRoutine } from '../api/index.js';
import { AddLink, KindPage, SeveralBar } from '../editing/index.js';
import { useNames } from '../manifest/index.js';
import { DataTable } from '../table/index.js';
import { comesLater } from '../ui/index.js';
import { columnsOf } from './columns.js';
import { ROUTINE } from './kind.js';
import { ROUTINE_STARTERS } from './starters.js';
import { LateEvents } from './late-events.js';
import { useToggle } from './use-running.js';
import { thingsQuery } from '../live/index.js';

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
      asked={useQuery(thingsQuery('routine'))}
      table={(routines) => <RoutineTable routines={routines} />}
      editor={(id, saved, others) => <RoutineEditor key={id} id={id} saved={saved} others={others} />}
    />
  );
}

function RoutineTable({ routines }: { readonly routines: readonly NamedRoutine[] }) {
  const names = useNames();
  const { mutate } = useToggle();
  const columns = useMemo(() => columnsOf(names, mutate), [names, mutate]);
  return (
    <section className="flex h-full min-w-0 flex-col bg-plane" aria-labelledby="routines-title">
      <DataTable
        name="routines"
        many="routines"
        rows={routines}
        columns={columns}
        idOf={idOf}
        titleOf={nameOf}
        faint={isOff}
        several={(chosen, clear) => (
          <SeveralBar kind={ROUTINE} chosen={chosen} onClear={clear}>
            {() => null}
          </SeveralBar>
        )}
        head={
          <>
            <h1 id="routines-title">Routines</h1>
            <span className="s2 ml-1 text-soft max-[1500px]:hidden">{ABOUT}</span>
          </>
        }
        acts={
          <>
            <LateEvents />
            <AddLink kind={ROUTINE} />
          </>
        }
        empty={null}
      />
    </section>
  );
}

const idOf = ({ id }: NamedRoutine): string => id;
const nameOf = ({ name }: NamedRoutine): string => name;
const isOff = ({ enabled }: NamedRoutine): boolean => !enabled;

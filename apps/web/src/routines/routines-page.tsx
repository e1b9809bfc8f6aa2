import { sentenceOf } from '@gully/core/routines';
import { useQuery } from '@tanstack/react-query';
import { Plus } from 'lucide-react';
import { Switch } from 'radix-ui';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useNavigate, useParams } from 'react-router';
import type { NamedRoutine } from '../api/index.js';
import { routinesQuery } from '../live/index.js';
import { useNames } from '../script/index.js';
import { ago, Bones, exact, LoadFailed, NEW, useNow } from '../ui/index.js';
import { drafts, startsInWords } from './kind.js';
import { RoutineEditor } from './routine-editor.js';
import { ROUTINE_STARTERS } from './starters.js';
import { useToggle } from './use-running.js';

/** Prepare › Routines: all of them as a table, or a list of them beside the open one. */
export function RoutinesPage() {
  const { id } = useParams();
  const navigate = useNavigate();
  const { data: routines, error, refetch } = useQuery(routinesQuery);
  const draft = drafts.use(id ?? NEW);
  useHotkeys('n', () => void navigate(`/prepare/routines/${NEW}`), { preventDefault: true });
  if (routines === undefined)
    return error === null ? <Bones lines={12} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  if (id === undefined) return routines.length === 0 ? <NoneYet /> : <RoutineTable routines={routines} />;
  const saved = routines.find((routine) => routine.id === id);
  return (
    <div className="split-work has-open h-full">
      <RoutineList routines={routines} open={id} />
      {id === NEW || saved !== undefined || draft !== undefined ? (
        <RoutineEditor
          key={id}
          id={id}
          saved={saved}
          others={routines.filter((routine) => routine.id !== id)}
        />
      ) : (
        <section className="editor">
          <h2>There is no such routine</h2>
          <p className="mt-1 mb-3 text-soft">It was deleted, or the address is not right.</p>
          <Link className="btn" to="/prepare/routines">
            All routines
          </Link>
        </section>
      )}
    </div>
  );
}

function AddRoutine() {
  return (
    <Link className="btn do" to={`/prepare/routines/${NEW}`}>
      <Plus className="i s" aria-hidden="true" /> Add routine <kbd aria-hidden="true">N</kbd>
    </Link>
  );
}

const ABOUT = 'What events, commands, timers and a hand start: steps, done in order.';

function RoutineTable({ routines }: { readonly routines: readonly NamedRoutine[] }) {
  const now = useNow(30_000);
  const names = useNames();
  const toggle = useToggle();
  return (
    <section className="h-full overflow-y-auto bg-plane" aria-labelledby="routines-title">
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1 id="routines-title">Routines</h1>
        <span className="s2 ml-1 text-soft max-[1100px]:hidden">{ABOUT}</span>
        <span className="ml-auto">
          <AddRoutine />
        </span>
      </header>
      <table className="t">
        <thead>
          <tr>
            <th className="!pl-4">Routine</th>
            <th>Starts when</th>
            <th>Does</th>
            <th>Ran last</th>
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
                {routine.fault !== null && <span className="s2 block text-crimson">off by itself</span>}
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

function RoutineList({
  routines,
  open,
}: {
  readonly routines: readonly NamedRoutine[];
  readonly open: string;
}) {
  return (
    <section className="list" aria-label="Routines">
      <header className="row">
        <h1 className="h2">Routines</h1>
        <span className="ml-auto">
          <AddRoutine />
        </span>
      </header>
      <ul className="entries">
        {routines.map((routine) => (
          <li key={routine.id}>
            <Link
              className="entry"
              to={`/prepare/routines/${routine.id}`}
              aria-current={routine.id === open ? 'page' : undefined}
            >
              <span className={`what ${routine.enabled ? '!text-ink' : ''}`}>{routine.name}</span>
              {!routine.enabled && <span className="flag">off</span>}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

function NoneYet() {
  const navigate = useNavigate();
  return (
    <section className="editor h-full" aria-labelledby="routines-title">
      <div className="max-w-lg">
        <h1 id="routines-title">Routines</h1>
        <h2 className="mt-3">Nothing happens by itself yet</h2>
        <p className="mt-1 mb-3 text-soft">{ABOUT} Begin with one of these, or from nothing.</p>
        <AddRoutine />
        <ul className="mt-3 border-t border-line">
          {ROUTINE_STARTERS.map(({ what, body }) => (
            <li key={what} className="border-b border-line py-2">
              <button
                type="button"
                className="btn bare"
                onClick={() => {
                  drafts.edit(NEW, undefined, structuredClone(body));
                  void navigate(`/prepare/routines/${NEW}`);
                }}
              >
                <b>{body.name}</b> <span className="text-soft">{what}</span>
              </button>
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}

import { useQuery } from '@tanstack/react-query';
import { Plus } from 'lucide-react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useNavigate, useParams } from 'react-router';
import type { Timer } from '../api/index.js';
import { timersQuery } from '../live/index.js';
import { Bones, LoadFailed, NEW } from '../ui/index.js';
import { BreathingBlank } from './breathing-blank.js';
import { ForecastPanel } from './forecast-panel.js';
import { drafts } from './kind.js';
import { TIMER_STARTERS } from './starters.js';
import { TimerEditor } from './timer-editor.js';
import { TimerTable } from './timer-table.js';

const ABOUT = 'Texts that come again, and only while people talk.';

/** Prepare › Timers: all of them with their forecast, or a list of them beside the open one. */
export function TimersPage() {
  const { id } = useParams();
  const navigate = useNavigate();
  const { data: timers, error, refetch } = useQuery(timersQuery);
  const draft = drafts.use(id ?? NEW);
  useHotkeys('n', () => void navigate(`/prepare/timers/${NEW}`), { preventDefault: true });
  if (timers === undefined)
    return error === null ? <Bones lines={12} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  if (id === undefined) return timers.length === 0 ? <NoneYet /> : <AllTimers timers={timers} />;
  const saved = timers.find((timer) => timer.id === id);
  return (
    <div className="split-work has-open h-full">
      <TimerList timers={timers} open={id} />
      {id === NEW || saved !== undefined || draft !== undefined ? (
        <TimerEditor key={id} id={id} saved={saved} others={timers.filter((timer) => timer.id !== id)} />
      ) : (
        <section className="editor">
          <h2>There is no such timer</h2>
          <p className="mt-1 mb-3 text-soft">It was deleted, or the address is not right.</p>
          <Link className="btn" to="/prepare/timers">
            All timers
          </Link>
        </section>
      )}
    </div>
  );
}

function AddTimer() {
  return (
    <Link className="btn do" to={`/prepare/timers/${NEW}`}>
      <Plus className="i s" aria-hidden="true" /> Add timer <kbd aria-hidden="true">N</kbd>
    </Link>
  );
}

function AllTimers({ timers }: { readonly timers: readonly Timer[] }) {
  return (
    <section className="h-full overflow-y-auto bg-plane" aria-labelledby="timers-title">
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1 id="timers-title">Timers</h1>
        <span className="s2 ml-1 text-soft max-[1500px]:hidden">{ABOUT}</span>
        <span className="row ml-auto flex-wrap">
          <BreathingBlank />
          <AddTimer />
        </span>
      </header>
      <TimerTable timers={timers} />
      <div className="px-4 pt-2 pb-4">
        <ForecastPanel />
      </div>
    </section>
  );
}

function TimerList({ timers, open }: { readonly timers: readonly Timer[]; readonly open: string }) {
  return (
    <section className="list" aria-label="Timers">
      <header className="row">
        <h1 className="h2">Timers</h1>
        <span className="ml-auto">
          <AddTimer />
        </span>
      </header>
      <ul className="entries">
        {timers.map((timer) => (
          <li key={timer.id}>
            <Link
              className="entry"
              to={`/prepare/timers/${timer.id}`}
              aria-current={timer.id === open ? 'page' : undefined}
            >
              <span className={`what ${timer.enabled ? '!text-ink' : ''}`}>{timer.name}</span>
              {timer.fault !== null ? (
                <span className="flag text-crimson">off by itself</span>
              ) : (
                !timer.enabled && <span className="flag">off</span>
              )}
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
    <section className="editor h-full" aria-labelledby="timers-title">
      <div className="max-w-lg">
        <h1 id="timers-title">Timers</h1>
        <h2 className="mt-3">Nothing is said by itself yet</h2>
        <p className="mt-1 mb-3 text-soft">{ABOUT} Begin with one of these, or from nothing.</p>
        <AddTimer />
        <ul className="mt-3 border-t border-line">
          {TIMER_STARTERS.map(({ what, body }) => (
            <li key={what} className="border-b border-line py-2">
              <button
                type="button"
                className="btn bare"
                onClick={() => {
                  drafts.edit(NEW, undefined, structuredClone(body));
                  void navigate(`/prepare/timers/${NEW}`);
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

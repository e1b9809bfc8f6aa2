import { standingInWords } from '@gully/core/timers';
import { useState } from 'react';
import { Link } from 'react-router';
import { Bones } from '../ui/index.js';
import { TimerButtons, useStandings } from '../timers/index.js';

/** Timers shown, beside those that are held. */
const SHOWN = 3;

/** The next timers, in reach: hold, or run now. */
export function TimersPanel() {
  const standings = useStandings(1_000);
  const all = (standings?.inOrder ?? []).filter(({ timer }) => timer.enabled);
  const held = all.filter(({ state }) => state.held);
  const soon = [...all.filter(({ state }) => !state.held).slice(0, SHOWN), ...held];
  // While the pointer is on it nothing moves: a held timer keeps its place.
  const [kept, setKept] = useState<readonly string[]>();
  const next =
    kept === undefined ? soon : kept.flatMap((id) => all.find(({ timer }) => timer.id === id) ?? []);
  return (
    <section
      className="panel"
      aria-labelledby="timers-due-title"
      onPointerEnter={() => {
        setKept(soon.map(({ timer }) => timer.id));
      }}
      onPointerLeave={() => {
        setKept(undefined);
      }}
    >
      <header>
        <h2 id="timers-due-title">Timers due</h2>
        {standings !== undefined && next.length === 0 && (
          <span className="ml-auto text-soft">No timer is on.</span>
        )}
        {all.length > next.length && (
          <Link className="s2 ml-auto" to="/prepare/timers">
            all {all.length}
          </Link>
        )}
      </header>
      {standings === undefined ? (
        <Bones lines={3} />
      ) : next.length === 0 ? null : (
        <ul className="grid gap-1.5">
          {next.map(({ timer, state, standing, roomIn }) => (
            <li key={timer.id} className="row">
              <span className="min-w-0 flex-1 leading-[17px]">
                <b className="block truncate">{timer.name}</b>
                <span className={`s2 ${state.held ? 'text-ochre' : 'text-soft'}`}>
                  {standingInWords(standing, timer.lines, state.lines, roomIn)}
                </span>
              </span>
              <TimerButtons timer={timer} held={state.held} />
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

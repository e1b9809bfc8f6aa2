import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Role } from '../api/index.js';
import { TestOnOverlay } from '../script/index.js';
import { Bones, Choice, FindViewer, LoadFailed } from '../ui/index.js';
import { entrancesOf, type Entrance } from './entrances.js';
import { useNewEntrance } from './use-new-entrance.js';
import { thingsQuery } from '../live/index.js';

const ROLES = [
  { value: 'moderator', label: 'moderators and the streamer' },
  { value: 'moderator only', label: 'only moderators' },
  { value: 'vip', label: 'VIPs and up' },
  { value: 'vip only', label: 'only VIPs' },
  { value: 'subscriber', label: 'subscribers and up' },
  { value: 'subscriber only', label: 'only subscribers' },
  { value: 'follower', label: 'followers and up' },
  { value: 'viewer', label: 'everyone' },
] as const;
type Chosen = (typeof ROLES)[number]['value'];

/** What is chosen by a label: a role and up, or exactly that role. */
function wholeRole(chosen: Chosen): Parameters<ReturnType<typeof useNewEntrance>>[0] {
  const [role, only] = chosen.split(' ') as [Exclude<Role, 'streamer'>, string?];
  return { role, exactly: only !== undefined };
}

/** Prepare › Arrivals: whose coming is seen and heard, once a stream. */
export function ArrivalsPage() {
  const { data, error, refetch } = useQuery(thingsQuery('routine'));
  return (
    <section className="h-full overflow-y-auto bg-plane" aria-labelledby="arrivals-title">
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1 id="arrivals-title">Arrivals</h1>
        <span className="s2 ml-1 text-soft">Played once, with a viewer’s first message of the stream.</span>
      </header>
      <AddEntrance />
      {data === undefined ? (
        error === null ? (
          <Bones lines={4} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : (
        <Entrances entrances={entrancesOf(data)} />
      )}
    </section>
  );
}

function AddEntrance() {
  const add = useNewEntrance();
  const [role, setRole] = useState<Chosen>('vip only');
  return (
    <section className="border-b border-line px-4 py-3" aria-labelledby="add-title">
      <h2 id="add-title" className="mb-1">
        Add an entrance
      </h2>
      <div className="row flex-wrap gap-4">
        <div>
          <p className="s2 text-soft">For one viewer</p>
          <FindViewer
            chosen={[]}
            onChange={([one]) => {
              if (one !== undefined) add({ viewer: one.id, name: one.name });
            }}
          />
        </div>
        <div>
          <p className="s2 text-soft">For a role</p>
          <p className="row">
            <Choice label="Role" value={role} options={ROLES} onChange={setRole} />
            <button
              type="button"
              className="btn"
              onClick={() => {
                add(wholeRole(role));
              }}
            >
              Add for this role
            </button>
          </p>
        </div>
      </div>
    </section>
  );
}

function Entrances({ entrances }: { readonly entrances: readonly Entrance[] }) {
  if (entrances.length === 0)
    return (
      <p className="max-w-[60ch] px-4 py-3 text-soft">
        Nobody has an entrance yet. A regular’s own picture, sound or line in chat makes coming back worth
        something; each is a routine, so it can do anything a routine can.
      </p>
    );
  return (
    <div className="overflow-x-auto px-4 py-3">
      <table className="t">
        <thead>
          <tr>
            <th scope="col">Who</th>
            <th scope="col">Routine</th>
            <th scope="col">Not again within</th>
            <th scope="col">State</th>
            <th scope="col">Test</th>
          </tr>
        </thead>
        <tbody>
          {entrances.map((entrance) => (
            <EntranceRow key={`${entrance.routine.id} ${entrance.who}`} entrance={entrance} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function EntranceRow({ entrance: { routine, who, as, hours } }: { readonly entrance: Entrance }) {
  const { id, name, enabled } = routine;
  return (
    <tr>
      <th scope="row">{who}</th>
      <td>
        <Link className="underline" to={`/prepare/routines/${id}`}>
          {name}
        </Link>
      </td>
      <td>{hours === 0 ? 'one stream' : `${String(hours)} h`}</td>
      <td className={enabled ? 'text-moss' : 'text-soft'}>{enabled ? 'on' : 'off'}</td>
      <td>
        <TestOnOverlay routine={routine.routine} title={name} {...(as === undefined ? {} : { as })} />
      </td>
    </tr>
  );
}

import { useQuery } from '@tanstack/react-query';
import { DoorOpen } from 'lucide-react';
import { Link } from 'react-router';
import { answerOf, api } from '../api/index.js';
import { TestOnOverlay } from '../script/index.js';
import { Bones } from '../ui/index.js';
import { entrancesOf, isOf } from './entrances.js';
import { useNewEntrance } from './use-new-entrance.js';
import { thingsQuery } from '../live/index.js';

/** A viewer’s own entrance, or the way to one. */
export function ViewerEntrance({ viewerId }: { readonly viewerId: string }) {
  const add = useNewEntrance();
  const { data: routines } = useQuery(thingsQuery('routine'));
  const { data: viewer } = useQuery({
    queryKey: ['viewers', 'name', viewerId],
    queryFn: () => answerOf(api.GET('/api/viewers/{id}', { params: { path: { id: viewerId } } })),
    select: ({ viewer: { id, name } }) => ({ id, name }),
  });
  if (routines === undefined || viewer === undefined) return <Bones lines={1} />;
  const own = entrancesOf(routines).filter((entrance) => isOf(entrance, viewer));
  return (
    <div className="grid justify-items-start gap-1.5">
      {own.map(({ routine }) => (
        <p key={routine.id} className="row flex-wrap">
          <Link className="underline" to={`/prepare/routines/${routine.id}`}>
            {routine.name}
          </Link>
          {!routine.enabled && <span className="flag">off</span>}
          <TestOnOverlay routine={routine.routine} title={routine.name} as={viewer.name} />
        </p>
      ))}
      {own.length === 0 && <p className="s2 text-soft">Nothing is played when they come.</p>}
      <button
        type="button"
        className="btn s"
        onClick={() => {
          add({ viewer: viewer.id, name: viewer.name });
        }}
      >
        <DoorOpen className="i s" aria-hidden="true" /> Give them {own.length === 0 ? 'an' : 'another'}{' '}
        entrance
      </button>
    </div>
  );
}

import { useQuery } from '@tanstack/react-query';
import { Undo2 } from 'lucide-react';
import { Link } from 'react-router';
import { Name } from '../chat/index.js';
import { ago, exact, IconButton, LoadFailed, useNow } from '../ui/index.js';
import { CatchState } from './catch-state.js';
import { Marked } from './marked.js';
import { Graces } from './graces.js';
import { guardQuery, isOn, newestCatchesQuery } from './queries.js';
import { useCatchActs } from './use-catch-acts.js';

/** On air: what was caught last, one button from being undone, and who may post links just now. */
export function CatchesPanel() {
  const { data: catches, error, refetch } = useQuery(newestCatchesQuery);
  const { data: guard } = useQuery(guardQuery);
  const { undo } = useCatchActs();
  const now = useNow(10_000);
  const isOff = guard !== undefined && !isOn(guard.value);
  return (
    <section className="panel" aria-labelledby="catches-panel-title">
      <header>
        <h2 id="catches-panel-title">Catches</h2>
        <span className="s2 ml-auto text-soft">
          {isOff ? (
            <Link className="underline" to="/prepare/filters">
              The guard is off
            </Link>
          ) : (
            catches?.length === 0 && 'Nothing was caught.'
          )}
        </span>
      </header>
      <Graces />
      {catches === undefined ? (
        error !== null && <LoadFailed error={error} retry={() => void refetch()} />
      ) : (
        <ul className="lines min-h-0 flex-1 overflow-y-auto" tabIndex={0} aria-label="What was caught last">
          {catches.map((one) => (
            <li key={one.id}>
              <span className="min-w-0 flex-1">
                <b>
                  <Name viewer={one.viewer} name={one.name} />
                </b>{' '}
                {one.by === null && <Marked text={one.text.slice(0, 160)} fragments={one.fragments} />}
                <span className="block">
                  {one.title !== '' && <span className="s2 text-soft">{one.title}: </span>}
                  <CatchState one={one} />
                </span>
              </span>
              <span className="s2 text-soft" title={exact(one.at)}>
                {ago(one.at, now)}
              </span>
              {one.by === null && one.undoneAt === null && one.spared === null && (
                <IconButton
                  icon={Undo2}
                  label={`Undo the catch of ${one.name}`}
                  onClick={() => {
                    undo.mutate(one);
                  }}
                />
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

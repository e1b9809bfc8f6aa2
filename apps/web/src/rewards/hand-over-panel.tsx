import { useQuery } from '@tanstack/react-query';
import { Check, PackageOpen } from 'lucide-react';
import { Link } from 'react-router';
import { Ago, Bones, LoadFailed } from '../ui/index.js';
import { Name } from '../chat/index.js';
import { askRedemptions, handOverQuery } from './queries.js';
import { aboutOf } from './redemption-state.js';
import { Secrets } from './secrets.js';
import { useRedemptionActs } from './use-redemption-acts.js';

const SHOWN = 20;
const WAITING = { state: 'waiting', reward: '', viewer: '' } as const;

/** On air: what viewers bought and the streamer still owes, today’s first, to be ticked off. */
export function HandOverPanel() {
  const { data: count } = useQuery(handOverQuery);
  const { data, error, refetch } = useQuery({
    queryKey: ['redemptions', 'panel'],
    queryFn: () => askRedemptions(WAITING, undefined, SHOWN),
  });
  const acts = useRedemptionActs();
  return (
    <section className="panel flex flex-col" aria-labelledby="hand-over-title">
      <header>
        <h2 id="hand-over-title">To hand over</h2>
        {count !== undefined && count.waiting > 0 && (
          <span className="state ml-auto text-ochre">{count.waiting} waiting</span>
        )}
      </header>
      {count?.low.map((words) => (
        <p key={words} className="note mb-1">
          {words}
        </p>
      ))}
      {data === undefined ? (
        error === null ? (
          <Bones lines={3} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : data.length === 0 ? (
        <p className="row text-soft">
          <PackageOpen className="i s" aria-hidden="true" /> Nothing is owed to anybody.
        </p>
      ) : (
        <ul className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} aria-label="What is to be handed over">
          {data.map((redemption) => (
            <li key={redemption.id} className="row flex-nowrap border-b border-line py-1 last:border-b-0">
              <span className="min-w-0 flex-1">
                <b>
                  <Name viewer={redemption.viewer} name={redemption.name} />
                </b>{' '}
                {redemption.title}
                <span className="s2 block truncate text-soft">
                  <Ago at={redemption.at} />
                  {aboutOf(redemption) === '' ? '' : ` · ${aboutOf(redemption)}`}
                  {redemption.unsure && ' · may have been delivered'}
                  {redemption.note === '' ? '' : ` · ${redemption.note}`}
                </span>
                <Secrets redemption={redemption} />
              </span>
              <button
                type="button"
                className="btn s"
                aria-label={`${redemption.title} for ${redemption.name} is handed over`}
                disabled={acts.isPending}
                onClick={() => {
                  acts.mutate({ act: 'done', redemptions: [redemption] });
                }}
              >
                <Check className="i s" aria-hidden="true" /> Done
              </button>
            </li>
          ))}
        </ul>
      )}
      <p className="s2 mt-auto pt-1">
        <Link className="underline" to="/review/hand-over">
          All purchases
        </Link>
      </p>
    </section>
  );
}

import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { useAmounts } from '../currency/index.js';
import { Ago } from '../ui/index.js';
import { askRedemptions } from './queries.js';
import { RedemptionState } from './redemption-state.js';

const SHOWN = 5;

/** The last things someone bought. */
export function LastPurchases({ viewerId }: { readonly viewerId: string }) {
  const { full } = useAmounts();
  const { data } = useQuery({
    queryKey: ['redemptions', 'of', viewerId],
    queryFn: () => askRedemptions({ state: '', reward: '', viewer: viewerId }, undefined, SHOWN),
  });
  if (data === undefined || data.length === 0) return null;
  return (
    <div>
      <ul>
        {data.map((redemption) => (
          <li key={redemption.id} className="row flex-nowrap">
            <span className="min-w-0 flex-1 truncate">
              {redemption.title}{' '}
              <span className="s2 text-soft">
                {redemption.price === 0 ? 'free' : full(redemption.price)}, <Ago at={redemption.at} />
              </span>
            </span>
            <RedemptionState state={redemption.state} />
          </li>
        ))}
      </ul>
      <Link className="s2 underline" to={`/review/hand-over?state=all&viewer=${viewerId}`}>
        All they bought
      </Link>
    </div>
  );
}

import { Switch } from 'radix-ui';
import { Link } from 'react-router';
import type { Reward } from '../api/index.js';
import type { Column } from '../table/index.js';
import { drafts, GIVES_BRIEF, priceOf } from './kind.js';

interface About {
  readonly short: (amount: number) => string;
  /** a price in minutes of watching, in words */
  readonly minutes: (price: number) => string;
  readonly onToggle: (reward: Reward) => void;
}

/** What one wants to know of each reward. */
export function columnsOf({ short, minutes, onToggle }: About): readonly Column<Reward>[] {
  const left = ({ left: count }: Reward): string =>
    count === null ? 'any number' : count === 0 ? 'sold out' : count.toLocaleString('en');
  return [
    {
      id: 'reward',
      label: 'Reward',
      words: ({ name }) => name,
      by: ({ name }) => name,
      title: ({ description, name }) => (description === '' ? name : description),
      cell: (reward) => <Name reward={reward} />,
      shown: 'always',
    },
    {
      id: 'price',
      label: 'Price',
      words: (reward) => String(priceOf(reward)),
      by: priceOf,
      cell: (reward) =>
        priceOf(reward) === 0 ? (
          'free'
        ) : (
          <>
            <span className="m">{short(priceOf(reward))}</span>{' '}
            <span className="s2 text-soft">{minutes(priceOf(reward))}</span>
          </>
        ),
      title: (reward) => `${minutes(priceOf(reward))} of watching`,
      width: 128,
    },
    {
      id: 'gives',
      label: 'Gives',
      words: ({ gives }) => GIVES_BRIEF[gives],
      by: ({ gives }) => GIVES_BRIEF[gives],
      wide: true,
      width: 96,
    },
    {
      id: 'typed',
      label: 'Typed',
      words: ({ command }) => command ?? 'by its name',
      by: ({ command }) => command ?? undefined,
      cell: ({ command }) => command ?? <span className="text-soft">by its name</span>,
      className: 'm',
      wide: true,
      width: 84,
    },
    {
      id: 'sold',
      label: 'Sold',
      title: ({ sold }) => `in this stream; ${sold.toLocaleString('en')} in all`,
      words: ({ soldNow }) => String(soldNow),
      by: ({ soldNow }) => soldNow,
      fromHighest: true,
      className: 'm',
      width: 48,
    },
    {
      id: 'left',
      label: 'Left',
      words: left,
      by: ({ left: count }) => count ?? undefined,
      cell: (reward) => (
        <span className={reward.left === 0 ? 'text-crimson' : undefined}>{left(reward)}</span>
      ),
      width: 84,
    },
    {
      id: 'waiting',
      label: 'Owed',
      words: ({ waiting }) => (waiting === 0 ? '' : String(waiting)),
      by: ({ waiting }) => waiting,
      fromHighest: true,
      cell: ({ id, waiting }) =>
        waiting === 0 ? (
          ''
        ) : (
          <Link className="text-ochre underline" to={`/review/hand-over?reward=${id}`}>
            {waiting}
          </Link>
        ),
      className: 'm',
      width: 48,
    },
    {
      id: 'on',
      label: 'For sale',
      words: ({ enabled }) => (enabled ? 'yes' : 'no'),
      by: ({ enabled }) => (enabled ? 0 : 1),
      cell: (reward) => (
        <Switch.Root
          className="sw"
          checked={reward.enabled}
          aria-label={`${reward.name} is for sale`}
          onCheckedChange={() => {
            onToggle(reward);
          }}
        />
      ),
      width: 66,
    },
  ];
}

function Name({ reward: { id, name, fault } }: { readonly reward: Reward }) {
  const draft = drafts.use(id);
  return (
    <>
      <Link className="font-bold hover:underline" to={`/prepare/rewards/${id}`}>
        {name}
      </Link>{' '}
      {fault !== null ? (
        <span className="flag text-crimson">cannot run</span>
      ) : (
        draft !== undefined && <span className="flag text-ochre">draft</span>
      )}
    </>
  );
}

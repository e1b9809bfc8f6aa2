import { useQuery } from '@tanstack/react-query';
import { HandCoins } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { balanceQuery, minutesInWords, useAmounts, useCurrency } from '../currency/index.js';
import { Bones, comesLater } from '../ui/index.js';
import { CAUSE_WORDS } from './queries.js';

const ByHandDialog = comesLater(async () => (await import('./by-hand-dialog.js')).ByHandDialog);

/** What a viewer has, on their card. */
export function CardBalance({ viewerId }: { readonly viewerId: string }) {
  return <Balance viewerId={viewerId} />;
}

/** What a viewer has and where it came from, on their page. */
export function PageBalance({ viewerId }: { readonly viewerId: string }) {
  return <Balance viewerId={viewerId} whole />;
}

function Balance({ viewerId, whole = false }: { readonly viewerId: string; readonly whole?: boolean }) {
  const { enabled } = useCurrency();
  const { full, short } = useAmounts();
  const [byHand, setByHand] = useState(false);
  const { data, error } = useQuery({ ...balanceQuery(viewerId), enabled });
  if (!enabled) return whole ? <p className="text-soft">This channel has no currency.</p> : null;
  if (data === undefined) return error === null ? <Bones lines={1} /> : null;
  const { name, balance, earned, place, of, rank, next, regular, causes } = data;
  return (
    <div className="grid gap-1.5">
      <p>
        <b>{full(balance)}</b>
        {balance > 0 && (
          <span className="text-soft">
            , {place.toLocaleString('en')} of {of.toLocaleString('en')}
          </span>
        )}
        {rank !== '' && <>, {rank}</>}
        {regular && <span className="text-soft">, a regular</span>}
      </p>
      {whole && (
        <>
          <p className="s2 text-soft">
            Earned {full(earned)} in all
            {next !== null &&
              `, ${next.by === 'watch' ? `${minutesInWords(Math.ceil(next.missing * 60))} of watching` : full(Math.ceil(next.missing))} to go to ${next.name}`}
            .
          </p>
          <ul className="lines">
            {causes.map(({ cause, amount }) => (
              <li key={cause}>
                {CAUSE_WORDS[cause]}
                <span className="m ml-auto">
                  {amount > 0 ? '+' : ''}
                  {short(amount)}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      <p className="row flex-wrap">
        <button
          type="button"
          className="btn s"
          onClick={() => {
            setByHand(true);
          }}
        >
          <HandCoins className="i s" aria-hidden="true" /> Adjust balance
        </button>
        {whole && (
          <Link className="btn s" to={`/review/ledger?viewer=${viewerId}`}>
            Their movements
          </Link>
        )}
      </p>
      {byHand && (
        <ByHandDialog
          viewers={[{ id: viewerId, name }]}
          onClose={() => {
            setByHand(false);
          }}
        />
      )}
    </div>
  );
}

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Check, Scale, TriangleAlert } from 'lucide-react';
import { answerOf, api } from '../api/index.js';
import { useAmounts } from '../currency/index.js';
import { ago, exact, Opens, tellProblem, useNow } from '../ui/index.js';

const KEY = ['ledger-verification'];

/** Whether the ledger adds up, as far as that was asked, and asking it. */
export function Verify() {
  const queries = useQueryClient();
  const { full } = useAmounts();
  const now = useNow(30_000);
  const { data } = useQuery({
    queryKey: KEY,
    queryFn: () => answerOf(api.GET('/api/ledger/verification')),
    // Looked at again while it is under way.
    refetchInterval: ({ state }) => (typeof state.data?.progress === 'number' ? 500 : false),
  });
  const begin = useMutation({
    mutationFn: () => answerOf(api.POST('/api/ledger/verification')),
    onSuccess: (state) => {
      queries.setQueryData(KEY, state);
    },
    onError: tellProblem,
  });
  const cancel = useMutation({
    mutationFn: () => answerOf(api.POST('/api/ledger/verification/cancel')),
    onSettled: () => queries.invalidateQueries({ queryKey: KEY }),
    onError: tellProblem,
  });
  const faults = [...(data?.last?.faults ?? []), ...(data?.atStart ?? [])];
  const progress = data?.progress ?? null;
  const shown =
    progress !== null ? (
      `Adding up, ${String(Math.round(progress * 100))}%`
    ) : faults.length > 0 ? (
      <span className="state text-crimson">
        <TriangleAlert className="i s" aria-hidden="true" /> Does not add up
      </span>
    ) : data?.last !== undefined && data.last !== null ? (
      <span className="state text-moss">
        <Check className="i s" aria-hidden="true" /> Adds up
      </span>
    ) : (
      'Verify'
    );
  return (
    <Opens label="Verify the ledger" shown={shown}>
      <div className="grid w-80 gap-2">
        <p>
          Adds up every movement and compares it with every balance. The newest part is checked at each start,
          and <code className="m">npm run verify-ledger</code> does the same from a terminal.
        </p>
        {data?.last !== undefined && data.last !== null && (
          <p className="text-soft" title={exact(data.last.at)}>
            {ago(data.last.at, now)}: {data.last.entries.toLocaleString('en')} entries in{' '}
            {data.last.accounts.toLocaleString('en')} accounts, {full(data.last.circulating)} in circulation.
          </p>
        )}
        {data?.failed !== undefined && data.failed !== '' && <p className="text-crimson">{data.failed}</p>}
        {faults.length > 0 && (
          <ul className="text-crimson">
            {faults.slice(0, 5).map(({ what, account, stored, computed }) => (
              <li key={`${what} ${account}`}>
                {what} ({account}): {stored.toLocaleString('en')} is stored, {computed.toLocaleString('en')}{' '}
                adds up
              </li>
            ))}
          </ul>
        )}
        {progress === null ? (
          <button
            type="button"
            className="btn do"
            disabled={begin.isPending}
            onClick={() => {
              begin.mutate();
            }}
          >
            <Scale className="i s" aria-hidden="true" /> Verify all of it
          </button>
        ) : (
          <button
            type="button"
            className="btn"
            onClick={() => {
              cancel.mutate();
            }}
          >
            Cancel
          </button>
        )}
      </div>
    </Opens>
  );
}

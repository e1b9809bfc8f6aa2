import { useQuery } from '@tanstack/react-query';
import { useAmounts } from '../currency/index.js';
import { Bones, DialogBox, LoadFailed } from '../ui/index.js';
import { lookAt, useReversal, type AskedReversal } from './use-reversal.js';

interface ReversalDialogProps {
  readonly asked: AskedReversal;
  readonly onClose: () => void;
}

/** What taking back would come to, before it is done. */
export function ReversalDialog({ asked, onClose }: ReversalDialogProps) {
  const { full } = useAmounts();
  const { data, error, refetch } = useQuery({
    queryKey: ['ledger', 'reversal', asked],
    queryFn: () => lookAt(asked),
    staleTime: 0,
    gcTime: 0,
    retry: false,
  });
  const reversal = useReversal(onClose);
  return (
    <DialogBox
      title={'id' in asked ? 'Take this movement back' : 'Take all of these back'}
      about="Nothing in the ledger is changed or removed: a reversal is written below it, and can itself be taken back."
      onClose={onClose}
    >
      {data === undefined ? (
        error === null ? (
          <Bones lines={3} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            reversal.mutate(asked);
          }}
        >
          <p>
            <b>{full(data.total)}</b> {data.total === 1 ? 'goes' : 'go'} back, for {data.viewers}{' '}
            {data.viewers === 1 ? 'viewer' : 'viewers'}
            {data.postings > 1 && `, in ${data.postings.toLocaleString('en')} movements`}.
          </p>
          {data.short.length > 0 && (
            <>
              <p className="mt-2 text-ochre">Some of it has been spent and cannot be taken back:</p>
              <ul className="lines">
                {data.short.map(({ viewer, name, amount }) => (
                  <li key={viewer}>
                    <b>{name}</b> <span className="ml-auto">{full(amount)} short</span>
                  </li>
                ))}
              </ul>
            </>
          )}
          <p className="row mt-3">
            <button type="submit" className="btn do" disabled={reversal.isPending || data.postings === 0}>
              Take back {full(data.total)}
            </button>
            <button type="button" className="btn" onClick={onClose}>
              Cancel
            </button>
          </p>
        </form>
      )}
    </DialogBox>
  );
}

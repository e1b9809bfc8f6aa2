import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answerOf, api } from '../api/index.js';
import { useAmounts } from '../currency/index.js';
import { Bones, DialogBox, LoadFailed, tellProblem, toast } from '../ui/index.js';
import { undoEnd } from './past-seasons.js';

interface EndDialogProps {
  readonly season: string;
  readonly name: string;
  readonly onClose: () => void;
}

/** How the season would end now, before it does. */
export function EndDialog({ season, name, onClose }: EndDialogProps) {
  const queries = useQueryClient();
  const { full } = useAmounts();
  const [next, setNext] = useState('');
  const { data, error, refetch } = useQuery({
    queryKey: ['seasons', 'ending'],
    queryFn: () => answerOf(api.GET('/api/seasons/ending')),
    staleTime: 0,
    gcTime: 0,
  });
  const again = (): void => {
    void queries.invalidateQueries({ queryKey: ['seasons'] });
    void queries.invalidateQueries({ queryKey: ['ledger'] });
  };
  const end = useMutation({
    mutationFn: () => answerOf(api.POST('/api/seasons/end', { body: { season, next: next.trim() } })),
    onSuccess: ({ id }) => {
      toast(`${name} has ended, ${next.trim()} has begun`, {
        undo: () => {
          undoEnd(id).catch(tellProblem).finally(again);
        },
        duration: 20_000,
      });
      again();
      onClose();
    },
    onError: tellProblem,
  });
  return (
    <DialogBox
      title={`End ${name}`}
      about="How everyone stands is kept for good. The end can be undone for a day."
      onClose={onClose}
    >
      {data === undefined ? (
        error === null ? (
          <Bones lines={4} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : (
        <form
          className="grid gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (next.trim() !== '') end.mutate();
          }}
        >
          <p>
            {data.resetViewers === 0
              ? 'No balance is reset.'
              : `${full(data.resetTotal)} of ${data.resetViewers.toLocaleString('en')} viewers are taken; everyone begins again at 0.`}
          </p>
          {data.awards.length === 0 ? (
            <p className="text-soft">Nobody is given an award.</p>
          ) : (
            <ul className="lines" aria-label="Awards">
              {data.awards.map(({ viewer, name: who, amount }) => (
                <li key={viewer}>
                  <b>{who}</b> <span className="ml-auto">gets {full(amount)}</span>
                </li>
              ))}
            </ul>
          )}
          <label>
            <span className="s2 block text-soft">The next season is called</span>
            <input
              className="blank"
              value={next}
              maxLength={60}
              placeholder="Wet season"
              autoComplete="off"
              onChange={({ target }) => {
                setNext(target.value);
              }}
            />
          </label>
          <p className="row mt-2">
            <button type="submit" className="btn do" disabled={next.trim() === '' || end.isPending}>
              End {name}
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

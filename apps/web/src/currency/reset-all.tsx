import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answerOf, api } from '../api/index.js';
import { DialogBox, tellProblem, toast } from '../ui/index.js';
import { useAmounts, useCurrency } from './use-currency.js';

/** Takes everything from everyone, once the currency's name was typed. */
export function ResetAll() {
  const { many, enabled } = useCurrency();
  const { full } = useAmounts();
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState('');
  const again = (): void => {
    void queries.invalidateQueries({ queryKey: ['ledger'] });
  };
  const reset = useMutation({
    mutationFn: () => answerOf(api.POST('/api/currency/reset', { body: { typed } })),
    onSuccess: ({ viewers, total, copy, posting }) => {
      toast(`Took ${full(total)} from ${viewers.toLocaleString('en')} viewers. The copy is ${copy}`, {
        undo:
          posting === null
            ? undefined
            : () => {
                answerOf(api.POST('/api/ledger/{id}/reversal', { params: { path: { id: posting } } }))
                  .catch(tellProblem)
                  .finally(again);
              },
        duration: 20_000,
      });
      again();
      setOpen(false);
      setTyped('');
    },
    onError: tellProblem,
  });
  if (!enabled) return null;
  return (
    <section aria-labelledby="reset-title">
      <h2 id="reset-title">Begin again</h2>
      <button
        type="button"
        className="btn !text-crimson"
        onClick={() => {
          setOpen(true);
        }}
      >
        Reset all balances
      </button>
      {open && (
        <DialogBox
          title="Reset all balances"
          about="Every viewer begins again at 0. A copy of the database is made first, and the reset can be taken back in the ledger."
          onClose={() => {
            setOpen(false);
          }}
        >
          <form
            onSubmit={(event) => {
              event.preventDefault();
              reset.mutate();
            }}
          >
            <label>
              <span className="s2 block text-soft">Type {many} to confirm</span>
              <input
                className="blank"
                value={typed}
                autoComplete="off"
                onChange={({ target }) => {
                  setTyped(target.value);
                }}
              />
            </label>
            <p className="row mt-3">
              <button
                type="submit"
                className="btn !text-crimson"
                disabled={typed.trim().toLowerCase() !== many.toLowerCase() || reset.isPending}
              >
                Reset all balances
              </button>
            </p>
          </form>
        </DialogBox>
      )}
    </section>
  );
}

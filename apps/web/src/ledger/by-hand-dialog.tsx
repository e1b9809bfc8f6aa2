import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answerOf, api, type Role } from '../api/index.js';
import { useAmounts, useCurrency } from '../currency/index.js';
import {
  Choice,
  DialogBox,
  FindViewer,
  ROLE_CHOICES,
  tellProblem,
  WholeNumber,
  type Someone,
} from '../ui/index.js';

import { Limited } from './limited.js';
import { useBalancesChanged } from './use-reversal.js';

const DOES = [
  { value: 'give', label: 'Give' },
  { value: 'take', label: 'Take' },
  { value: 'set', label: 'Set the balance to' },
  { value: 'move', label: 'Move all of it' },
] as const;
const RECEIVERS = [
  { value: 'viewers', label: 'these viewers' },
  { value: 'present', label: 'everyone in the room' },
  { value: 'role', label: 'a role' },
] as const;
type Does = (typeof DOES)[number]['value'];
type Receivers = (typeof RECEIVERS)[number]['value'];

interface ByHandDialogProps {
  /** whom it is for to begin with */
  readonly viewers: readonly Someone[];
  readonly onClose: () => void;
}

/** Gives, takes or sets balances by hand; what it comes to is shown before. */
export function ByHandDialog({ viewers: first, onClose }: ByHandDialogProps) {
  const { many } = useCurrency();
  const { full } = useAmounts();
  const [key] = useState(() => crypto.randomUUID());
  const [does, setDoes] = useState<Does>('give');
  const [amount, setAmount] = useState<number | null>(null);
  const [whom, setWhom] = useState<Receivers>('viewers');
  const [viewers, setViewers] = useState(first);
  const [role, setRole] = useState<Role>('subscriber');
  const [payer, payee, third] = viewers;
  const moves = does === 'move';
  const isMove = moves && payer !== undefined && payee !== undefined && third === undefined;
  const wanted = {
    does: moves ? 'give' : does,
    amount: amount ?? 0,
    ...(whom === 'viewers'
      ? { viewers: viewers.map(({ id }) => id) }
      : whom === 'present'
        ? { present: true }
        : { role }),
  };
  const isWhole =
    !moves &&
    amount !== null &&
    Number.isSafeInteger(amount) &&
    (amount > 0 || (does === 'set' && amount === 0)) &&
    (whom !== 'viewers' || viewers.length > 0);
  const { data: look, error } = useQuery({
    queryKey: ['ledger', 'by-hand', wanted],
    queryFn: () => answerOf(api.POST('/api/currency/by-hand/look', { body: wanted })),
    enabled: isWhole,
    staleTime: 0,
    gcTime: 0,
    retry: false,
  });
  const changed = useBalancesChanged(onClose);
  const carryOut = useMutation({
    mutationFn: () =>
      isMove
        ? answerOf(api.POST('/api/currency/transfer', { body: { from: payer.id, to: payee.id, key } }))
        : answerOf(api.POST('/api/currency/by-hand', { body: { ...wanted, key } })),
    onSuccess: ({ viewers: count, posting }) => {
      changed(
        `Changed the ${count === 1 ? 'balance' : `balances of ${count.toLocaleString('en')} viewers`}`,
        posting,
      );
    },
    onError: tellProblem,
  });
  return (
    <DialogBox title={`Adjust ${many} balances`} onClose={onClose}>
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (isWhole || isMove) carryOut.mutate();
        }}
      >
        <p className="words mt-2">
          <Choice label="What to do" value={does} options={DOES} onChange={setDoes} />{' '}
          {moves ? (
            'from the first of two viewers to the second'
          ) : (
            <>
              <WholeNumber label="Amount" value={amount} empty="40" onChange={setAmount} /> {many}{' '}
              {does === 'give' ? 'to' : does === 'take' ? 'from' : 'for'}{' '}
              <Choice label="Who" value={whom} options={RECEIVERS} onChange={setWhom} />{' '}
              {whom === 'role' && (
                <Choice label="Role" value={role} options={ROLE_CHOICES} onChange={setRole} />
              )}
            </>
          )}
        </p>
        {(moves || whom === 'viewers') && <FindViewer chosen={viewers} onChange={setViewers} />}
        <p role="status" className="min-h-5">
          {moves ? (
            isMove ? (
              `All that ${payer.name} has goes to ${payee.name}.`
            ) : (
              <span className="text-soft">Choose two viewers: who has it, and who gets it.</span>
            )
          ) : !isWhole ? (
            <span className="text-soft">
              {whom === 'viewers' && viewers.length === 0 ? 'Choose whom it is for.' : 'Give a whole amount.'}
            </span>
          ) : look === undefined ? (
            error === null ? (
              <span className="text-soft">…</span>
            ) : (
              <span className="text-crimson">No one fits, or the channel has no currency.</span>
            )
          ) : (
            <>
              {look.viewers === 0
                ? 'Nothing changes.'
                : `${look.viewers.toLocaleString('en')} ${look.viewers === 1 ? 'balance changes' : 'balances change'}; all together ${look.total < 0 ? 'lose' : 'gain'} ${full(Math.abs(look.total))}.`}
              <Limited short={look.short} over={look.over} />
            </>
          )}
        </p>
        <p className="row">
          <button
            type="submit"
            className="btn do"
            disabled={carryOut.isPending || !(isMove || (isWhole && look !== undefined && look.viewers > 0))}
          >
            {DOES.find(({ value }) => value === does)?.label} {moves ? '' : full(amount ?? 0)}
          </button>
          <button type="button" className="btn" onClick={onClose}>
            Cancel
          </button>
        </p>
      </form>
    </DialogBox>
  );
}

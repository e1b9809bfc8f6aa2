import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { answerOf, api, type BalanceFileLook } from '../api/index.js';
import { useAmounts, useCurrency } from '../currency/index.js';
import { Choice, DialogBox, tellProblem } from '../ui/index.js';
import { Limited } from './limited.js';
import { useBalancesChanged } from './use-reversal.js';

const DOES = [
  { value: 'give', label: 'Give these amounts' },
  { value: 'take', label: 'Take these amounts' },
  { value: 'set', label: 'Set balances to these amounts' },
] as const;
type Does = (typeof DOES)[number]['value'];

/** Balances from a CSV file: what it would come to is shown before anything is changed. */
export function FileDialog({ onClose }: { readonly onClose: () => void }) {
  const { many } = useCurrency();
  const [does, setDoes] = useState<Does>('give');
  const [text, setText] = useState<string>();
  const changed = useBalancesChanged(onClose);
  const look = useMutation({
    mutationFn: (asked: { readonly text: string; readonly does: Does }) =>
      answerOf(api.POST('/api/currency/file/look', { body: asked })),
    onError: tellProblem,
  });
  const read = (next: { readonly text: string | undefined; readonly does: Does }): void => {
    setText(next.text);
    setDoes(next.does);
    if (next.text !== undefined) look.mutate({ text: next.text, does: next.does });
  };
  const carryOut = useMutation({
    mutationFn: (id: string) => answerOf(api.POST('/api/currency/file', { body: { id } })),
    onSuccess: ({ viewers, posting }) => {
      changed(
        `Imported balances of ${viewers.toLocaleString('en')} ${viewers === 1 ? 'viewer' : 'viewers'}`,
        posting,
      );
    },
    onError: tellProblem,
  });
  return (
    <DialogBox
      title={`Import ${many}`}
      about={
        <>
          A CSV file with a viewer and an amount in each line: <code className="m">fernhatch,40</code>.
        </>
      }
      onClose={onClose}
    >
      <p className="row flex-wrap">
        <Choice
          label="What to do with the amounts"
          value={does}
          options={DOES}
          onChange={(next) => {
            read({ text, does: next });
          }}
        />
        <input
          type="file"
          accept=".csv,text/csv"
          aria-label="CSV file"
          onChange={({ target }) => {
            void target.files?.[0]?.text().then((content) => {
              read({ text: content, does });
            });
          }}
        />
      </p>
      {look.data !== undefined && text !== undefined && <Looked look={look.data} />}
      <p className="row mt-3">
        <button
          type="button"
          className="btn do"
          disabled={look.data === undefined || look.data.viewers === 0 || carryOut.isPending}
          onClick={() => {
            if (look.data !== undefined) carryOut.mutate(look.data.id);
          }}
        >
          Import
        </button>
        <button type="button" className="btn" onClick={onClose}>
          Cancel
        </button>
      </p>
    </DialogBox>
  );
}

function Looked({ look }: { readonly look: BalanceFileLook }) {
  const { full } = useAmounts();
  const { lines, viewers, total, faults, short, over } = look;
  return (
    <div className="mt-3" role="status">
      <p>
        {lines.toLocaleString('en')} {lines === 1 ? 'line' : 'lines'}: {viewers.toLocaleString('en')}{' '}
        {viewers === 1 ? 'balance changes' : 'balances change'}; all together {total < 0 ? 'lose' : 'gain'}{' '}
        {full(Math.abs(total))}.
      </p>
      <Limited short={short} over={over} />
      {faults.length > 0 && (
        <>
          <p className="mt-2 text-crimson">
            {faults.length === 1 ? '1 line is left out:' : `${String(faults.length)} lines are left out:`}
          </p>
          <ul className="lines">
            {faults.map(({ line, fault }) => (
              <li key={line}>
                <span className="m text-soft">line {line}</span> {fault}
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}

import { useAmounts } from '../currency/index.js';

interface LimitedProps {
  readonly short: readonly { readonly name: string; readonly amount: number }[];
  readonly over: readonly { readonly name: string; readonly amount: number }[];
}

/** What a change of balances leaves out: what is not there to take, and what is above the cap. */
export function Limited({ short, over }: LimitedProps) {
  const { full } = useAmounts();
  return (
    <>
      {short.length > 0 && (
        <span className="block text-ochre">
          {short.map(({ name, amount }) => `${name} has ${full(amount)} less`).join(', ')}; Gully takes what
          there is.
        </span>
      )}
      {over.length > 0 && (
        <span className="block text-ochre">
          {over.map(({ name, amount }) => `${name} would be ${full(amount)} above the cap`).join(', ')}; they
          get what fits.
        </span>
      )}
    </>
  );
}

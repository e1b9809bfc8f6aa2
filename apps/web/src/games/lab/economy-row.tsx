import { useState } from 'react';
import { useAmounts } from '../../currency/index.js';
import { WholeNumber } from '../../ui/index.js';

interface EconomyRowProps {
  readonly measured: {
    readonly playsPerStream: number;
    readonly stake: number;
    readonly paysPerStream: number;
  };
  readonly returns: number;
  readonly stake: number;
}

/** What so many plays come to for all the currency there is, beside what watching pays. */
export function EconomyRow({ measured, returns, stake }: EconomyRowProps) {
  const { full } = useAmounts();
  const [plays, setPlays] = useState<number | null>(null);
  const asked = plays ?? (measured.playsPerStream === 0 ? 100 : measured.playsPerStream);
  const each = measured.stake === 0 ? stake : measured.stake;
  const made = Math.round(asked * each * (returns - 1));
  const share = measured.paysPerStream === 0 ? undefined : Math.abs(made) / measured.paysPerStream;
  return (
    <p className="row flex-wrap">
      With <WholeNumber label="Plays in a stream" value={plays} empty={String(asked)} onChange={setPlays} />{' '}
      plays in a stream of {full(each)} each, it {made >= 0 ? 'issues' : 'burns'}{' '}
      <b className="m">{full(Math.abs(made))}</b>
      {share !== undefined && (
        <span className="text-soft">
          {' '}
          ({(share * 100).toFixed(share < 0.1 ? 1 : 0)}% of the {full(measured.paysPerStream)} that watching
          pays)
        </span>
      )}
      <span className="s2 text-soft">
        {measured.playsPerStream === 0
          ? 'it was not played lately'
          : `${measured.playsPerStream.toLocaleString('en')} plays is what the last streams had`}
      </span>
    </p>
  );
}

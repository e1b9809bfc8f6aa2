import { GAME_KINDS, type GameBody, type Odds } from '@gully/core/games';
import { FlaskConical, X } from 'lucide-react';
import { useState } from 'react';
import { useCurrency } from '../../currency/index.js';
import { Choice, WholeNumber } from '../../ui/index.js';
import { FIRST_SEED } from './seeded.js';
import type { Lab } from './use-lab.js';

interface SimulateProps {
  readonly body: GameBody;
  readonly odds: Odds;
  readonly stake: number;
  readonly lab: Lab;
}

const PLAYS = [100_000, 1_000_000, 10_000_000].map((plays) => ({
  value: String(plays),
  label: `${plays.toLocaleString('en')} plays`,
}));

/** Plays it very often, and lets players begin with a balance. */
export function Simulate({ body, odds, stake, lab }: SimulateProps) {
  const { many } = useCurrency();
  const [plays, setPlays] = useState('1000000');
  const [balance, setBalance] = useState<number | null>(500);
  const [each, setEach] = useState<number | null>(100);
  const [seed, setSeed] = useState<number | null>(FIRST_SEED);
  if (GAME_KINDS[body.kind].trial === undefined) return null;
  const isRunning = lab.progress !== undefined;
  const start = (): void => {
    lab.start({
      body: { kind: body.kind, settings: body.settings },
      variant: odds.variant,
      stake,
      plays: Number(plays),
      balance: Math.max(stake, balance ?? 0),
      each: Math.max(1, Math.min(100_000, each ?? 1)),
      seed: seed ?? 1,
    });
  };
  return (
    <div className="row flex-wrap" role="group" aria-label="Simulate">
      Simulate <Choice label="How many plays" value={plays} options={PLAYS} onChange={setPlays} />, and
      players who begin with{' '}
      <WholeNumber label={`What players begin with, in ${many}`} value={balance} onChange={setBalance} />{' '}
      {many} and stake {stake.toLocaleString('en')}{' '}
      <WholeNumber label="How often each player plays" value={each} onChange={setEach} /> times, seed{' '}
      <WholeNumber label="Seed" value={seed} onChange={setSeed} />
      {isRunning ? (
        <button type="button" className="btn s" onClick={lab.cancel}>
          <X className="i s" aria-hidden="true" /> Cancel
        </button>
      ) : (
        <button type="button" className="btn s" onClick={start}>
          <FlaskConical className="i s" aria-hidden="true" /> Simulate
        </button>
      )}
      {isRunning && (
        <progress className="w-24" max={1} value={lab.progress} aria-label="How far the simulation is" />
      )}
    </div>
  );
}

import { thresholds, type Rank, type Ranks } from '@gully/core/currency';
import { useState } from 'react';
import { WholeNumber } from '../ui/index.js';

interface CurveProps {
  readonly unit: string;
  readonly names: readonly string[];
  readonly onMade: (ranks: Ranks['ranks']) => void;
}

/** Makes thresholds from a curve; names that are there stay in their order. */
export function Curve({ unit, names, onMade }: CurveProps) {
  const [first, setFirst] = useState<number | null>(2);
  const [growth, setGrowth] = useState<number | null>(300);
  const [count, setCount] = useState<number | null>(5);
  const made = thresholds(first ?? 1, growth ?? 100, Math.max(1, count ?? 1));
  return (
    <section aria-labelledby="curve-title">
      <h2 id="curve-title">From a curve</h2>
      <p className="words">
        <WholeNumber label="How many ranks" value={count} onChange={setCount} /> ranks; the second from{' '}
        <WholeNumber label="First step" value={first} onChange={setFirst} /> {unit}, each step{' '}
        <WholeNumber label="Growth in percent" value={growth} onChange={setGrowth} /> % of the one before:{' '}
        <span className="m text-soft">{made.map((each) => each.toLocaleString('en')).join(', ')}</span>
      </p>
      <button
        type="button"
        className="btn"
        onClick={() => {
          onMade(made.map((from, n) => newRank(names[n] ?? `Rank ${String(n + 1)}`, from)));
        }}
      >
        {names.length === 0 ? 'Make these ranks' : 'Replace the ranks with these'}
      </button>
    </section>
  );
}

/** A rank that is not saved yet. */
export function newRank(name: string, from: number): Rank {
  return { id: crypto.randomUUID(), name, from, lowestRole: 'viewer', routine: null };
}

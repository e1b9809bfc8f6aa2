import { useQuery } from '@tanstack/react-query';
import { usePrefix, thingsQuery } from '../live/index.js';

/** Something that costs currency. */
export interface Price {
  readonly id: string;
  readonly name: string;
  /** where it is set */
  readonly to: string;
  /** whole units */
  readonly amount: number;
}

/** What rewards and commands cost, the cheapest first. */
export function usePrices(): readonly Price[] {
  const prefix = usePrefix();
  const { data: commands = [] } = useQuery(thingsQuery('command'));
  const { data: rewards = [] } = useQuery(thingsQuery('reward'));
  return [
    ...rewards.flatMap(({ id, name, cost, gives, bench }): Price[] => {
      const to = `/prepare/rewards/${id}`;
      // A bench costs by its length; the shortest that can be bought says where it begins.
      const lengths = bench.lengths.flatMap(({ price }) => price ?? []);
      const amount = gives === 'bench' ? Math.min(...lengths) : cost.base;
      return [{ id, name, to, amount }];
    }),
    ...commands.map(({ id, trigger, gates }) => ({
      id,
      name: `${prefix}${trigger.name}`,
      to: `/prepare/commands/${id}`,
      amount: gates.cost.base,
    })),
  ]
    .filter(({ amount }) => amount > 0 && Number.isFinite(amount))
    .sort((a, b) => a.amount - b.amount);
}

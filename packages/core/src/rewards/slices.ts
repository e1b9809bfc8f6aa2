import type { Slice } from '../layers/index.js';
import { amountOfCurrency, type PurseView } from '../currency/index.js';
import { durationInWords } from '../text/index.js';
import { OPEN_STATES, withoutPrivate, type Redemption, type RedemptionChange } from './redemption.js';
import type { RewardsView, Sales } from './view.js';

interface Rewards {
  readonly rewards: RewardsView;
  readonly purse: PurseView;
}

interface Sale {
  readonly reward: string;
  readonly viewer: string;
  readonly at: number;
  readonly count: 1 | -1;
}

/** What was bought and returned, above sales that are only read. */
export const REDEMPTION: Slice<Rewards, RedemptionChange> = {
  begin() {
    const changed = new Map<string, Redemption>();
    const sold: Sale[] = [];
    const given = new Map<string, boolean>();
    const isOpen = ({ state }: Redemption): boolean => OPEN_STATES.has(state);
    return {
      over: ({ rewards: under }) => ({
        rewards: {
          ...under,
          sales: (reward) =>
            laidSales(
              under.sales(reward),
              sold.filter((sale) => sale.reward === reward),
            ),
          open: (id) => {
            const own = changed.get(id);
            if (own === undefined) return under.open(id);
            return isOpen(own) ? own : undefined;
          },
          openOf: (viewer) => [
            ...under.openOf(viewer).filter(({ id }) => !changed.has(id)),
            ...[...changed.values()].filter((each) => each.viewer === viewer && isOpen(each)),
          ],
          isGiven: (list, text) => given.get(`${list} ${text}`) ?? under.isGiven(list, text),
        },
      }),
      apply: ({ act, redemption, lineBack }) => {
        const { id, reward, viewer, at, line } = redemption;
        changed.set(id, withoutPrivate(redemption));
        if (act === 'bought') sold.push({ reward, viewer, at, count: 1 });
        if (act === 'returned') sold.push({ reward, viewer, at, count: -1 });
        if (line !== undefined) given.set(`${line.list} ${line.text}`, lineBack !== true);
      },
    };
  },
  words: ({ act, redemption }, { world }) => wordsOf(act, redemption, world.purse),
};

function laidSales(under: Sales, sold: readonly Sale[]): Sales {
  if (sold.length === 0) return under;
  const of = (viewer: string | undefined): Sale[] =>
    viewer === undefined ? [...sold] : sold.filter((sale) => sale.viewer === viewer);
  return {
    count: (since, viewer) =>
      of(viewer).reduce(
        (sum, { at, count }) => (at >= since ? sum + count : sum),
        under.count(since, viewer),
      ),
    last: (viewer) => {
      const here = of(viewer).flatMap(({ count, at }) => (count === 1 ? [at] : []));
      const before = under.last(viewer);
      const all = before === undefined ? here : [...here, before];
      return all.length === 0 ? undefined : Math.max(...all);
    },
  };
}

function wordsOf(
  act: RedemptionChange['act'],
  { name, title, gives, target, price, state }: Redemption,
  { settings }: PurseView,
): string[] {
  switch (act) {
    case 'bought':
      if (state === 'asked') return [`sells ${title} to ${name}, and asks for what is missing`];
      if (target !== undefined)
        return [`benches ${target.name} for ${durationInWords(target.seconds * 1_000)}`];
      return [
        `sells ${title} to ${name}${gives === 'line' ? ', and hands out a line nobody else gets' : ''}`,
      ];
    case 'answered':
      return [`keeps what ${name} answered`];
    case 'delivered':
      return state === 'waiting' ? [`adds ${title} for ${name} to what is to be handed over`] : [];
    case 'sending':
      return [`sends ${title} to ${name} again`];
    case 'stuck':
      return [`keeps ${title} for ${name} until it is handed over by hand`];
    case 'done':
      return [`marks ${title} for ${name} as handed over`];
    case 'reopened':
      return [`puts ${title} for ${name} back among what is to be handed over`];
    case 'put-back':
      return [`puts what ${name} did not get of ${title} back into its list`];
    case 'returned':
      return [
        price === 0
          ? `returns ${title} of ${name}`
          : `returns ${title} of ${name}, worth ${amountOfCurrency(settings, price)}`,
      ];
  }
}

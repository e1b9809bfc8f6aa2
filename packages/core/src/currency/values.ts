import { once, type PersonOf } from '../area/index.js';
import { Named } from '../text/index.js';
import { figure } from './amount.js';
import { holderStandingOf, type PurseView } from './purse.js';
import { nextRank } from './ranks.js';
import { hourWorth } from './worth.js';

/** Empty in a channel without a currency. */
export function holdingValues({ person, roles }: PersonOf, purse: PurseView): Record<string, unknown> {
  const standing = holderStandingOf(purse, person, roles);
  if (standing === undefined) return { balance: '', earned: '', place: '', rank: '', next_rank: '' };
  const { balance, earned, ranks } = standing;
  const climber = { roles, watchTime: person.watchTime, balance, earned };
  return {
    balance,
    earned,
    place: once(() => purse.place(balance) ?? ''),
    rank: ranks.at(-1)?.name ?? '',
    next_rank: nextRank(purse.ranks, climber)?.rank.name ?? '',
  };
}

/** Those who are named by `currency.top`. */
const TOP = 5;

export function currencyValues(purse: PurseView): Named {
  const { settings } = purse;
  const { one, many, mark, payout } = settings;
  return new Named(one, many, {
    mark,
    every: payout.every,
    hour: once(() => hourWorth(settings)[0]?.least ?? 0),
    top: once(() =>
      purse
        .top()
        .slice(0, TOP)
        .map(({ name, balance }, n) => `${String(n + 1)}. ${name} ${figure(balance)}`)
        .join(', '),
    ),
  });
}

import { NOT_LOOKED_AT, type Slice } from '../layers/index.js';
import { earnsOf, viewerOfAccount, type Account, type PostedChange } from './posting.js';
import { followKey } from './paying.js';
import type { RankedChange } from './ranks.js';
import { NOTHING_HELD, type Holding, type PurseView } from './purse.js';
import { viewerAccount } from './posting.js';

/** What accounts have once a posting is taken into account, for those it concerns. */
export function holdingsAfter(
  posted: PostedChange,
  of: (account: Account) => Holding | undefined,
): ReadonlyMap<Account, Holding> {
  const { entries, carries = [], cause, key, at } = posted;
  const earns = earnsOf(posted);
  const after = new Map<Account, Holding>();
  const change = (account: Account, by: (held: Holding) => Partial<Holding>): void => {
    const held = after.get(account) ?? of(account) ?? NOTHING_HELD;
    after.set(account, { ...held, ...by(held) });
  };
  for (const { from, to, amount } of entries) {
    change(from, ({ balance, earned, gaveAt }) => ({
      balance: balance - amount,
      earned: earns === -1 ? earned - amount : earned,
      gaveAt: cause === 'gift' && viewerOfAccount(from) !== undefined ? at : gaveAt,
    }));
    change(to, ({ balance, earned }) => ({
      balance: balance + amount,
      earned: earns === 1 && from === 'issued' ? earned + amount : earned,
    }));
  }
  for (const [viewer, carry] of carries) {
    const followPaid = key === followKey(viewer);
    change(viewerAccount(viewer), (held) => ({ carry, followPaid: held.followPaid || followPaid }));
  }
  return after;
}

/** What was posted, above balances that are only read. */
export const POSTED: Slice<{ readonly purse: PurseView }, PostedChange> = {
  begin() {
    const held = new Map<Account, Holding>();
    return {
      over: ({ purse: under }) => ({
        purse: { ...under, of: (account) => held.get(account) ?? under.of(account) },
      }),
      apply: (change, { purse }) => {
        for (const [account, holding] of holdingsAfter(change, (each) => purse.of(each)))
          held.set(account, holding);
      },
    };
  },
  words: ({ words }) => [words],
};

/** Nothing that is decided looks at which ranks were told of. */
export const RANKED: Slice<object, RankedChange> = {
  begin: () => NOT_LOOKED_AT,
  words: (_, { name }) => [`${name} has reached a rank`],
};

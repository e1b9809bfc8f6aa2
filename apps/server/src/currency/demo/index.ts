import type { Role } from '@gully/core/chat';
import {
  balancesOf,
  decidePayout,
  holdingsAfter,
  move,
  NO_PURSE,
  NOTHING_HELD,
  reverse,
  viewerAccount,
  type Account,
  type Holding,
  type PostedChange,
  type PostingOccasion,
  type PurseView,
} from '@gully/core/currency';
import type { ViewerFacts } from '@gully/core/viewers';
import { writePostings } from '../../ledger/index.js';
import type { MakeDemoPart } from '../../seeding/index.js';
import { SettingRow } from '../../settings/index.js';
import { CURRENCY, RANKS } from '../currency-settings.js';
import { CLIMB, FLINT } from './flint.js';

const MINUTE = 60_000;
const DAY = 86_400_000;

interface Guest {
  readonly viewer: ViewerFacts;
  readonly roles: readonly Role[];
}

/** What was put right by hand: whom, how much, days ago; below zero for what was taken. */
const BY_HAND = [
  ['pebblewren', 120, 12],
  ['fernhatch', 40, 9],
  ['gritandgo', -60, 6],
  ['siltlark', 400, 2],
] as const;

/** The demo's currency: everyone who came was paid while they stayed, by the same code as live. */
export const currencyPart: MakeDemoPart = (stage) => {
  const held = new Map<Account, Holding>();
  const postings: PostedChange[] = [];
  const present = new Map<string, Guest>();
  const wrote = new Set<string>();
  let [next, number] = [Infinity, 0];
  const purse: PurseView = {
    ...NO_PURSE,
    settings: FLINT,
    ranks: CLIMB,
    of: (account) => held.get(account) ?? NOTHING_HELD,
  };
  const take = (change: PostedChange): void => {
    for (const [account, holding] of holdingsAfter(change, (each) => purse.of(each)))
      held.set(account, holding);
    postings.push(change);
  };
  const pay = (at: number): void => {
    number += 1;
    const guests = [...present.values()].map((guest) => ({
      ...guest,
      tier: 1,
      active: wrote.has(guest.viewer.id),
    }));
    const change = decidePayout(purse, guests, { key: `payout:${String(number)}`, live: true, at });
    if (change !== undefined) take(change);
    wrote.clear();
  };
  const byHand = (): void => {
    const about = (n: number, at: number): PostingOccasion => ({
      key: `demo:hand:${String(n)}`,
      cause: 'correction',
      reference: 'give',
      by: 'streamer',
      at,
      words: '',
    });
    for (const [n, [name, amount, days]] of BY_HAND.entries()) {
      const id = stage.viewerId(name);
      if (id === null) continue;
      const account = viewerAccount(id);
      const occasioned = about(n, stage.now - days * DAY);
      const result =
        amount > 0
          ? move(balancesOf(purse), { from: 'issued', to: account, amount }, occasioned)
          : move(
              balancesOf(purse),
              { from: account, to: 'spent', amount: Math.min(-amount, purse.of(account)?.balance ?? 0) },
              { ...occasioned, reference: 'take' },
            );
      if ('change' in result) take(result.change);
    }
    // The last was a slip of the hand, and was taken back.
    const slip = postings.at(-1);
    if (slip?.key !== about(BY_HAND.length - 1, 0).key) return;
    const back = { ...about(BY_HAND.length, slip.at + MINUTE), key: 'demo:back', cause: 'reversal' } as const;
    const { change } = reverse(balancesOf(purse), slip, back);
    if (change !== undefined) take(change);
  };
  return {
    look: () => ({ purse }),
    records: { posted: take },
    began(at) {
      present.clear();
      wrote.clear();
      next = at + FLINT.payout.every * MINUTE;
    },
    came(viewer, roles, at) {
      present.set(viewer.id, { viewer, roles });
      wrote.add(viewer.id);
      for (; next <= at; next += FLINT.payout.every * MINUTE) pay(next);
    },
    async store(manager) {
      byHand();
      postings.sort((a, b) => a.at - b.at);
      await writePostings(manager, postings);
      await manager.query('UPDATE payout_clock SET number = ?, paid_at = ?', [number, stage.now]);
      const row = { version: 1, changedAt: stage.begin, actor: 'streamer' } as const;
      await manager.insert(SettingRow, [
        { ...row, key: CURRENCY.name, value: JSON.stringify(FLINT) },
        { ...row, key: RANKS.name, value: JSON.stringify(CLIMB) },
      ]);
    },
  };
};

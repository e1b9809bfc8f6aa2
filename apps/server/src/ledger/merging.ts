import type { Actor } from '@gully/core/actors';
import { viewerAccount, type PostedChange } from '@gully/core/currency';
import type { EntityManager } from '../database/index.js';
import type { Joined } from '../viewers/index.js';
import { writePostings } from './writing.js';

const BY: Actor = 'gully';

/** What a merged viewer has goes to the one they are; what they have earned counts there from here on. */
export async function joinAccounts(manager: EntityManager, { id, winner, loser, at }: Joined): Promise<void> {
  const { balance, earned } = await held(manager, loser);
  if (balance > 0) await move(manager, { key: `merge:${id}`, from: loser, to: winner, amount: balance, at });
  await moveEarned(manager, loser, winner, earned);
}

/** Takes that back, as far as the winner still has it. */
export async function partAccounts(manager: EntityManager, { id, winner, loser, at }: Joined): Promise<void> {
  const [merged] = await manager.query<{ total: number }[]>(
    'SELECT total FROM ledger_postings WHERE key = ?',
    [`merge:${id}`],
  );
  const { balance } = await held(manager, winner);
  const amount = Math.min(merged?.total ?? 0, balance);
  if (amount > 0) await move(manager, { key: `merge:${id}:parted`, from: winner, to: loser, amount, at });
  const [moved] = await manager.query<{ earned: number }[]>(
    `SELECT -earned_moved AS earned FROM accounts WHERE kind = 'viewer' AND name = ?`,
    [loser],
  );
  await moveEarned(manager, winner, loser, moved?.earned ?? 0);
}

async function held(
  manager: EntityManager,
  viewer: string,
): Promise<{ readonly balance: number; readonly earned: number }> {
  const rows = await manager.query<{ balance: number; earned: number }[]>(
    `SELECT balance, earned FROM accounts WHERE kind = 'viewer' AND name = ?`,
    [viewer],
  );
  return rows[0] ?? { balance: 0, earned: 0 };
}

interface Moving {
  readonly key: string;
  readonly from: string;
  readonly to: string;
  readonly amount: number;
  readonly at: number;
}

async function move(manager: EntityManager, { key, from, to, amount, at }: Moving): Promise<void> {
  const entries = [{ from: viewerAccount(from), to: viewerAccount(to), amount }];
  const posting: PostedChange = {
    kind: 'posted',
    key,
    cause: 'merge',
    reference: '',
    by: BY,
    at,
    entries,
    words: '',
  };
  await writePostings(manager, [posting]);
}

async function moveEarned(manager: EntityManager, from: string, to: string, earned: number): Promise<void> {
  if (earned === 0) return;
  await manager.query(`INSERT OR IGNORE INTO accounts (kind, name) VALUES ('viewer', ?)`, [to]);
  for (const [viewer, by] of [
    [from, -earned],
    [to, earned],
  ])
    await manager.query(
      `UPDATE accounts SET earned = earned + ?, earned_moved = earned_moved + ?
       WHERE kind = 'viewer' AND name = ?`,
      [by, by, viewer],
    );
}

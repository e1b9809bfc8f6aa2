import { escrowAccount, type PostedChange } from '@gully/core/currency';
import { escrowOfQueue, LIVE_STATES } from '@gully/core/queue';
import type { EntityManager } from '../database/index.js';
import { writePostings } from '../ledger/index.js';
import { ERASED, type Joined } from '../viewers/index.js';

const LIVE = LIVE_STATES.map((state) => `'${state}'`).join(', ');

/**
 * Two viewers are one: whoever is in a queue twice is in it once, where the account they go by
 * stands, and what both paid is theirs. All else is found by who they are now.
 */
export async function joinInQueues(manager: EntityManager, { winner, loser, at }: Joined): Promise<void> {
  const twice = await manager.query<{ id: string; paid: number; stays: string }[]>(
    `SELECT l.id, l.paid, w.id AS stays FROM queue_entries l
     JOIN queue_entries w ON w.queue_id = l.queue_id AND w.viewer_id = ? AND w.state IN (${LIVE})
     WHERE l.viewer_id = ? AND l.state IN (${LIVE})`,
    [winner, loser],
  );
  for (const { id, paid, stays } of twice) {
    await manager.query(`UPDATE queue_entries SET state = 'removed', ended_at = ?, paid = 0 WHERE id = ?`, [
      at,
      id,
    ]);
    await manager.query('UPDATE queue_entries SET paid = paid + ? WHERE id = ?', [paid, stays]);
  }
}

/** Someone is forgotten: they leave every queue, and their handles and bumps go. */
export async function eraseFromQueues(manager: EntityManager, ids: readonly string[]): Promise<void> {
  const all = JSON.stringify(ids);
  const own = 'viewer_id IN (SELECT value FROM json_each(?))';
  const paid = await manager.query<{ id: string; queue: string; paid: number }[]>(
    `SELECT id, queue_id AS queue, paid FROM queue_entries WHERE ${own} AND paid > 0`,
    [all],
  );
  const at = Date.now();
  const kept = paid.map((entry): PostedChange => ({
    kind: 'posted',
    key: `${entry.id}:erased:queue`,
    cause: 'queue',
    reference: entry.queue,
    by: 'gully',
    at,
    // Nobody is there to give it back to.
    entries: [{ from: escrowAccount(escrowOfQueue(entry.queue)), to: 'spent', amount: entry.paid }],
    words: '',
  }));
  if (kept.length > 0) await writePostings(manager, kept);
  await manager.query(
    `UPDATE queue_entries SET name = ?, paid = 0, ended_at = coalesce(ended_at, ?),
       state = CASE WHEN state IN (${LIVE}) THEN 'removed' ELSE state END WHERE ${own}`,
    [ERASED, at, all],
  );
  for (const table of ['viewer_handles', 'queue_bumps'])
    await manager.query(`DELETE FROM ${table} WHERE ${own}`, [all]);
}

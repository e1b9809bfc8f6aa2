import { escrowAccount, type PostedChange } from '@gully/core/currency';
import { escrowOfRound, NO_TALLY, tallyAfter, tallyJoined, type Result, type Tally } from '@gully/core/games';
import { readied, type EntityManager } from '../database/index.js';
import { writePostings } from '../ledger/index.js';
import { ERASED, type Joined } from '../viewers/index.js';

const COLUMNS = `plays, staked, won, best, streak, longest_win AS longestWin, longest_loss AS longestLoss, level,
  last_at AS lastAt`;

function keepTally(manager: EntityManager): (game: string, viewer: string, tally: Tally) => void {
  const keep = readied(
    manager,
    `INSERT OR REPLACE INTO game_tallies (game_id, viewer_id, plays, staked, won, best, streak, longest_win,
       longest_loss, level, last_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  );
  return (game, viewer, { plays, staked, won, best, streak, longestWin, longestLoss, level, lastAt }) => {
    keep(game, viewer, plays, staked, won, best, streak, longestWin, longestLoss, level, lastAt);
  };
}

/** Two viewers are one: what both played is theirs together. Plays are found by who they are now. */
export async function joinInGames(manager: EntityManager, { winner, loser }: Joined): Promise<void> {
  const both = await manager.query<(Tally & { game: string; viewer: string })[]>(
    `SELECT game_id AS game, viewer_id AS viewer, ${COLUMNS} FROM game_tallies WHERE viewer_id IN (?, ?)`,
    [winner, loser],
  );
  const keep = keepTally(manager);
  for (const lost of both.filter(({ viewer }) => viewer === loser)) {
    const own = both.find((each) => each.game === lost.game && each.viewer === winner);
    keep(lost.game, winner, own === undefined ? lost : tallyJoined(own, lost));
  }
  await manager.query('DELETE FROM game_tallies WHERE viewer_id = ?', [loser]);
  // Whoever is challenged is named by id in what is going on.
  await manager.query(
    `UPDATE game_rounds SET state = replace(state, ?, ?) WHERE over IS NULL AND state LIKE '%' || ? || '%'`,
    [`"${loser}"`, `"${winner}"`, loser],
  );
}

/** A merge is taken back: each of them has what they played under their own name. */
export async function partInGames(manager: EntityManager, { winner, loser }: Joined): Promise<void> {
  const plays = await manager.query<
    (Pick<Result, 'staked' | 'paid'> & { game: string; viewer: string; at: number })[]
  >(
    `SELECT p.game_id AS game, iif(p.viewer_id = ?, ?, ?) AS viewer, p.stake AS staked, p.paid, p.at
     FROM game_plays p LEFT JOIN viewers v ON v.id = p.viewer_id
     WHERE p.outcome IS NOT NULL AND (p.viewer_id IN (?, ?) OR v.merged_into = ?) ORDER BY p.at, p.round_id, p.n`,
    [loser, loser, winner, loser, winner, winner],
  );
  const tallies = new Map<string, Tally>();
  for (const { game, viewer, at, ...result } of plays) {
    const key = `${game} ${viewer}`;
    tallies.set(key, tallyAfter(tallies.get(key) ?? NO_TALLY, result, at));
  }
  const keep = keepTally(manager);
  for (const [key, tally] of tallies) {
    const [game = '', viewer = ''] = key.split(' ');
    keep(game, viewer, tally);
  }
}

/** Someone is forgotten: how they did goes, what they played is nobody’s, and what they staked stays with the house. */
export async function eraseFromGames(manager: EntityManager, ids: readonly string[]): Promise<void> {
  const all = JSON.stringify(ids);
  const own = 'viewer_id IN (SELECT value FROM json_each(?))';
  const open = `${own} AND round_id IN (SELECT id FROM game_rounds WHERE over IS NULL)`;
  const staked = await manager.query<{ round: string; n: number; game: string; stake: number }[]>(
    `SELECT round_id AS round, n, game_id AS game, stake FROM game_plays WHERE ${open} AND stake > 0 AND outcome IS NULL`,
    [all],
  );
  const kept = staked.map(({ round, n, game, stake }): PostedChange => ({
    kind: 'posted',
    key: `${round}:${String(n)}:erased`,
    cause: 'game',
    reference: game,
    by: 'gully',
    at: Date.now(),
    entries: [{ from: escrowAccount(escrowOfRound(round)), to: 'spent', amount: stake }],
    words: '',
  }));
  if (kept.length > 0) await writePostings(manager, kept);
  await manager.query(`DELETE FROM game_tallies WHERE ${own}`, [all]);
  await manager.query(`UPDATE game_plays SET name = ?, typed = '' WHERE ${own}`, [ERASED, all]);
  for (const id of ids)
    await manager.query(`UPDATE game_plays SET rival = NULL WHERE rival LIKE '%' || ? || '%'`, [id]);
  // Last, since nobody finds them by their id any more.
  await manager.query(`UPDATE game_plays SET viewer_id = '', stake = 0 WHERE ${open} AND outcome IS NULL`, [
    all,
  ]);
}

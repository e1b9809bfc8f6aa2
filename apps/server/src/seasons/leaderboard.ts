import { Injectable } from '@nestjs/common';
import { placesOf, type Board, type Placed } from '@gully/core/currency';
import { Database, type ReadOptions } from '../database/index.js';

/** What is counted: now or ever, or since a season began. */
export type Since = 'ever' | { readonly season: string };

/** Those that may turn out to be bots, ignored or another viewer, beside those that are wanted. */
const SPARE = 500;

/**
 * Where each board's values are, as `viewer` and `value`: ever, and since the season that began with
 * what is kept of it. Watch time is in seconds; a win is a play that paid more than it took. The most are found before names are looked up.
 */
const SOURCES: Readonly<Record<Board, readonly [ever: string, season: string]>> = {
  balance: [
    `SELECT name AS viewer, balance AS value FROM accounts WHERE kind = 'viewer'`,
    `SELECT name AS viewer, balance AS value FROM accounts WHERE kind = 'viewer'`,
  ],
  earned: [
    `SELECT name AS viewer, earned AS value FROM accounts WHERE kind = 'viewer'`,
    `SELECT a.name AS viewer, a.earned - coalesce(b.earned, 0) AS value FROM accounts a
       LEFT JOIN season_beginnings b ON b.season_id = $season AND b.viewer_id = a.name WHERE a.kind = 'viewer'`,
  ],
  watch: [
    'SELECT id AS viewer, watch_ms / 1000 AS value FROM viewers',
    `SELECT v.id AS viewer, (v.watch_ms - coalesce(b.watch_ms, 0)) / 1000 AS value FROM viewers v
       LEFT JOIN season_beginnings b ON b.season_id = $season AND b.viewer_id = v.id`,
  ],
  wins: [
    `SELECT coalesce(v.merged_into, p.viewer_id) AS viewer, count(*) AS value
       FROM game_plays p JOIN viewers v ON v.id = p.viewer_id WHERE p.paid > p.stake GROUP BY 1`,
    `SELECT coalesce(v.merged_into, p.viewer_id) AS viewer, count(*) AS value
       FROM game_plays p JOIN viewers v ON v.id = p.viewer_id
       WHERE p.paid > p.stake AND p.at >= (SELECT started_at FROM seasons WHERE id = $season) GROUP BY 1`,
  ],
  messages: [
    'SELECT id AS viewer, messages AS value FROM viewers',
    `SELECT v.id AS viewer, v.messages - coalesce(b.messages, 0) AS value FROM viewers v
       LEFT JOIN season_beginnings b ON b.season_id = $season AND b.viewer_id = v.id`,
  ],
};

/** Who has the most of something; without bots, the ignored, the streamer, and those who are another viewer. */
@Injectable()
export class Leaderboard {
  constructor(private readonly database: Database) {}

  async board(by: Board, since: Since, limit: number, options?: ReadOptions): Promise<Placed[]> {
    const [ever, season] = SOURCES[by];
    const rows = await this.database.long.rows<Omit<Placed, 'place'>>(
      `SELECT v.id AS viewer, v.name, most.value FROM
         (SELECT viewer, value FROM (${since === 'ever' ? ever : season}) WHERE value > 0
          ORDER BY value DESC LIMIT $enough) AS most
       CROSS JOIN viewers v ON v.id = most.viewer
       WHERE v.bot = 0 AND v.ignored = 0 AND v.merged_into IS NULL AND v.role != 'streamer'
       ORDER BY most.value DESC, v.name LIMIT $limit`,
      [{ season: since === 'ever' ? '' : since.season, limit, enough: limit * 2 + SPARE }],
      options,
    );
    return placesOf(rows);
  }
}

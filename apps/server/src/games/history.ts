import { Injectable } from '@nestjs/common';
import {
  asPlayed,
  fitInWords,
  GAME_KINDS,
  gameBody,
  prepareGame,
  recompute,
  type GameBody,
  type PlayedCount,
} from '@gully/core/games';
import { chanceFrom } from '@gully/core/random';
import type { Round } from '@gully/core/games';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { Database, Where, type ReadOptions } from '../database/index.js';
import {
  EVERYBODY,
  roundFrom,
  SELECT_PLAYS,
  SELECT_ROUNDS,
  type StoredPlay,
  type StoredRound,
} from './play-rows.js';
import { ERASED } from '../viewers/index.js';
import type { AsPlayedDto, MeasuredDto, PlayedDto, RecomputedDto } from './views.js';

export interface WantedRounds {
  /** ids */
  readonly game?: string | undefined;
  readonly viewer?: string | undefined;
  /** begun before, by a round’s id */
  readonly before?: string | undefined;
}

interface Counted extends PlayedCount {
  readonly version: number;
}
/** Rounds that are played again at once. */
const RECOMPUTED = 1_000;
/** Faults that are told. */
const TOLD = 20;
/** Viewers who are named on either side. */
const LISTED = 10;
/** The exact test says the same each time. */
const SEED = 2_047;
const STREAMS = 10;

/** What was played, page by page, played again, and beside what was to be expected. */
@Injectable()
export class GameHistory {
  constructor(private readonly database: Database) {}

  /** Newest first. */
  async page(wanted: WantedRounds, limit: number, options?: ReadOptions): Promise<Round[]> {
    const { game, viewer, before } = wanted;
    const where = new Where()
      .and('r.game_id = ?', game)
      .and(
        `r.id IN (SELECT round_id FROM game_plays WHERE viewer_id IN
           (SELECT id FROM viewers WHERE id = ? OR merged_into = ?))`,
        viewer,
        viewer,
      )
      .and('(r.started_at, r.id) < (SELECT started_at, id FROM game_rounds WHERE id = ?)', before);
    const rounds = await this.database.long.rows<StoredRound>(
      `${SELECT_ROUNDS} WHERE ${where.sql} ORDER BY r.started_at DESC, r.id DESC LIMIT ?`,
      [...where.values, limit],
      options,
    );
    const plays = await this.database.long.rows<StoredPlay>(
      `${SELECT_PLAYS} WHERE p.round_id IN (SELECT value FROM json_each(?)) ORDER BY p.round_id, p.n`,
      [JSON.stringify(rounds.map(({ id }) => id))],
      options,
    );
    const byRound = grouped(plays);
    return rounds.map((round) => roundFrom(round, byRound.get(round.id) ?? []));
  }

  /** Plays the newest rounds of a game again, or one, from the numbers that were kept. */
  async recompute(game: string, round: string | undefined): Promise<RecomputedDto> {
    const all = await this.page({ game }, RECOMPUTED);
    const found = round === undefined ? all : all.filter(({ id }) => id === round);
    // What someone typed who was erased is gone, and with it what followed from it.
    const ended = found.filter(
      ({ over, plays }) => over === 'ended' && plays.every(({ name }) => name !== ERASED),
    );
    const bodies = await this.bodiesOf(game);
    const wrong: string[] = [];
    for (const each of ended) {
      const body = bodies.get(each.version);
      const came =
        body === undefined
          ? ({ same: false, words: 'its settings are gone' } as const)
          : recompute(prepareGame(game, each.version, body), each);
      if (!came.same) wrong.push(`${new Date(each.startedAt).toISOString()}: ${came.words}`);
    }
    return { rounds: ended.length, same: ended.length - wrong.length, wrong: wrong.slice(0, TOLD) };
  }

  /** Rows that only some kinds of games are tested by. */
  private ifNeeded<T extends object>(
    needed: boolean,
    sql: string,
    parameters: readonly unknown[],
    options: ReadOptions | undefined,
  ): Promise<readonly T[]> {
    return needed ? this.database.long.rows<T>(sql, parameters, options) : Promise.resolve([]);
  }

  /** What was played by each set of settings, who is up and who is down, and streaks. */
  async played(game: string, options?: ReadOptions): Promise<PlayedDto> {
    const { long } = this.database;
    const counts = await long.rows<Counted>(
      `SELECT version, variant, level, outcome, stake, count(*) AS count, sum(stake) AS staked, sum(paid) AS paid
       FROM game_plays WHERE game_id = ? AND outcome IS NOT NULL GROUP BY version, variant, level, outcome, stake`,
      [game],
      options,
    );
    const bodies = await this.bodiesOf(game);
    const needs = (what: 'oneDraw' | 'draws'): boolean =>
      [...bodies.values()].some(({ kind }) => GAME_KINDS[kind][what] !== undefined);
    const rounds = await this.ifNeeded<Omit<Counted, 'stake' | 'staked' | 'paid'>>(
      needs('oneDraw'),
      `SELECT version, variant, level, outcome, count(*) AS count FROM game_plays p
       WHERE game_id = ? AND outcome IS NOT NULL AND n = (SELECT min(f.n) FROM game_plays f
         WHERE f.round_id = p.round_id AND f.outcome IS NOT NULL)
       GROUP BY version, variant, level, outcome`,
      [game],
      options,
    );
    const drawn = await this.ifNeeded<{ version: number; numbers: string; count: number }>(
      needs('draws'),
      `SELECT version, numbers, count(*) AS count FROM game_plays
       WHERE game_id = ? AND does = 'play' AND numbers != '[]' GROUP BY version, numbers LIMIT ${String(DRAWN)}`,
      [game],
      options,
    );
    const spans = await long.rows<{ version: number; first: number; last: number }>(
      `SELECT version, min(started_at) AS first, max(started_at) AS last FROM game_rounds
       WHERE game_id = ? GROUP BY version ORDER BY version DESC`,
      [game],
      options,
    );
    let expectedLoss: number | null = null;
    const versions = spans.flatMap(({ version, first, last }): AsPlayedDto[] => {
      const body = bodies.get(version);
      const own = counts.filter((each) => each.version === version);
      if (body === undefined || own.length === 0) return [];
      const generator = xoroshiro128plus(SEED);
      const found = asPlayed(
        body,
        {
          counts: own,
          rounds: rounds.filter((each) => each.version === version),
          drawn: drawn
            .filter((each) => each.version === version)
            .map(({ numbers, count }) => ({ numbers: JSON.parse(numbers) as number[], count })),
        },
        chanceFrom(() => uniformFloat64(generator)),
      );
      expectedLoss = Math.max(expectedLoss ?? 0, found.droughtExpected ?? 0) || null;
      const { plays, staked, paid, returns, expected, fit } = found;
      return [
        {
          version,
          from: new Date(first).toISOString(),
          to: new Date(last).toISOString(),
          ...{ plays, staked, paid, returns: returns ?? null, expected: expected ?? null },
          outcomes: fit.outcomes.map((each) => ({ ...each })),
          p: fit.p ?? null,
          test: fit.test,
          words: fitInWords(fit),
        },
      ];
    });
    const standing = (order: 'ASC' | 'DESC', sign: '>' | '<') =>
      long.rows<{ viewer: string; name: string; plays: number; net: number }>(
        `SELECT t.viewer_id AS viewer, v.name, t.plays, t.won - t.staked AS net FROM game_tallies t
         JOIN viewers v ON v.id = t.viewer_id WHERE t.game_id = ? AND t.won - t.staked ${sign} 0
         ORDER BY net ${order}, v.name LIMIT ${String(LISTED)}`,
        [game],
        options,
      );
    const [streaks] = await long.rows<{ win: number | null; loss: number | null }>(
      `SELECT max(longest_win) AS win, max(longest_loss) AS loss FROM game_tallies
       WHERE game_id = ? AND viewer_id != '${EVERYBODY}'`,
      [game],
      options,
    );
    return {
      versions,
      up: await standing('DESC', '>'),
      down: await standing('ASC', '<'),
      longestLoss: streaks?.loss ?? 0,
      longestWin: streaks?.win ?? 0,
      expectedLoss,
    };
  }

  /** How much a game is played, beside what watching pays: for the odds lab. */
  async measured(game: string): Promise<MeasuredDto> {
    const { read } = this.database;
    const [row] = await read.query<{ plays: number | null; stake: number | null; pays: number | null }[]>(
      `WITH last AS (SELECT started_at AS since, coalesce(ended_at, 9e15) AS until FROM streams
                     ORDER BY started_at DESC LIMIT ${String(STREAMS)})
       SELECT (SELECT count(*) * 1.0 / (SELECT count(*) FROM last) FROM game_plays p JOIN game_rounds r ON r.id = p.round_id
               WHERE r.game_id = ? AND p.does = 'play' AND p.at >= (SELECT min(since) FROM last)) AS plays,
         (SELECT avg(stake) FROM game_plays WHERE game_id = ? AND outcome IS NOT NULL) AS stake,
         (SELECT sum(issued) * 1.0 / (SELECT count(*) FROM last) FROM ledger_postings
          WHERE cause = 'payout' AND at >= (SELECT min(since) FROM last)) AS pays`,
      [game, game],
    );
    const [held] = await read.query<{ all: number | null }[]>(
      `SELECT sum(balance) AS "all" FROM accounts WHERE kind = 'viewer'`,
    );
    return {
      playsPerStream: Math.round(row?.plays ?? 0),
      stake: Math.round(row?.stake ?? 0),
      paysPerStream: Math.round(row?.pays ?? 0),
      circulating: held?.all ?? 0,
    };
  }

  private async bodiesOf(game: string): Promise<ReadonlyMap<number, GameBody>> {
    const rows = await this.database.read.query<{ version: number; body: string }[]>(
      'SELECT version, body FROM game_settings WHERE game_id = ?',
      [game],
    );
    return new Map(rows.map(({ version, body }) => [version, gameBody(JSON.parse(body) as GameBody)]));
  }
}

/** Different numbers of plays that are looked at. */
const DRAWN = 20_000;

function grouped(plays: readonly StoredPlay[]): Map<string, StoredPlay[]> {
  const found = new Map<string, StoredPlay[]>();
  for (const play of plays) {
    const own = found.get(play.round);
    if (own === undefined) found.set(play.round, [play]);
    else own.push(play);
  }
  return found;
}

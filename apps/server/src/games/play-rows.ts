import type { GameBody } from '@gully/core/games';
import type { Play, PlayedChange, Result, Round, RoundEnd, Tick } from '@gully/core/games';
import { readied, type EntityManager } from '../database/index.js';

/** Stands in the place of a viewer for all of them. */
export const EVERYBODY = '';

/** Writes what was played, within the caller's write. @param bodyOf the settings a round is played by */
export function writePlays(
  manager: EntityManager,
  changes: readonly PlayedChange[],
  bodyOf: (game: string, version: number) => GameBody | undefined,
): void {
  const keep = readied(
    manager,
    'INSERT OR IGNORE INTO game_settings (game_id, version, body) VALUES (?, ?, ?)',
  );
  const round = readied(
    manager,
    `INSERT INTO game_rounds (id, game_id, title, kind, version, started_at, until, state, ticks, ended_at, over)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
     ON CONFLICT (id) DO UPDATE SET until = excluded.until, state = excluded.state, ticks = excluded.ticks,
       ended_at = excluded.ended_at, over = excluded.over`,
  );
  const add = readied(
    manager,
    `INSERT INTO game_plays (round_id, n, game_id, version, viewer_id, name, does, at, stake, typed, rival,
       numbers, level, variant, outcome, due, paid, shown)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  );
  const end = readied(
    manager,
    `UPDATE game_plays SET variant = ?, outcome = ?, due = ?, paid = ?, shown = ? WHERE round_id = ? AND n = ?`,
  );
  const tally = readied(manager, TALLY);
  const level = readied(manager, LEVEL);
  for (const { round: each, play, results, levels, at } of changes) {
    const { id, game, title, kind, version, startedAt, until, state, ticks, endedAt, over } = each;
    const body = play?.n === 0 ? bodyOf(game, version) : undefined;
    if (body !== undefined) keep(game, version, JSON.stringify(body));
    round(
      ...[id, game, title, kind, version, startedAt, until ?? null],
      ...[JSON.stringify(state ?? null), JSON.stringify(ticks), endedAt ?? null, over ?? null],
    );
    const own = results.find(({ n }) => n === play?.n);
    if (play !== undefined) add(id, play.n, game, version, ...cellsOf(play), ...endOf(own));
    for (const result of results) {
      if (result.n !== play?.n) end(...endOf(result), id, result.n);
      for (const viewer of [result.viewer, EVERYBODY]) tally(game, viewer, ...tallyCells(result, at));
    }
    for (const [viewer, steps] of levels) level(game, viewer, steps);
  }
}

function cellsOf({ viewer, name, does, at, stake, typed, rival, numbers, level }: Play): unknown[] {
  const named = rival === undefined ? null : JSON.stringify(rival);
  return [viewer, name, does, at, stake, typed, named, JSON.stringify(numbers), level];
}

function endOf(result: Result | undefined): unknown[] {
  if (result === undefined) return [null, null, null, null, null];
  const { variant, outcome, due, paid, shown } = result;
  return [variant, outcome, due, paid, shown];
}

/** A result added to a tally, as `tallyAfter` of core does it. */
const TALLY = `INSERT INTO game_tallies
    (game_id, viewer_id, plays, staked, won, best, streak, longest_win, longest_loss, level, last_at)
  VALUES (?, ?, 1, ?, ?, ?, ?, ?, ?, 0, ?)
  ON CONFLICT (game_id, viewer_id) DO UPDATE SET
    plays = plays + 1, staked = staked + excluded.staked, won = won + excluded.won,
    best = max(best, excluded.best),
    streak = CASE WHEN excluded.streak > 0 THEN max(streak, 0) + 1 ELSE min(streak, 0) - 1 END,
    longest_win = max(longest_win, CASE WHEN excluded.streak > 0 THEN max(streak, 0) + 1 ELSE 0 END),
    longest_loss = max(longest_loss, CASE WHEN excluded.streak > 0 THEN 0 ELSE 1 - min(streak, 0) END),
    last_at = max(last_at, excluded.last_at)`;
const LEVEL = `INSERT INTO game_tallies
    (game_id, viewer_id, plays, staked, won, best, streak, longest_win, longest_loss, level, last_at)
  VALUES (?, ?, 0, 0, 0, 0, 0, 0, 0, ?, 0)
  ON CONFLICT (game_id, viewer_id) DO UPDATE SET level = excluded.level`;

function tallyCells({ staked, paid }: Result, at: number): number[] {
  const won = paid > staked;
  return [staked, paid, Math.max(0, paid - staked), won ? 1 : -1, won ? 1 : 0, won ? 0 : 1, at];
}

export interface StoredRound {
  readonly id: string;
  readonly game: string;
  readonly title: string;
  readonly kind: string;
  readonly version: number;
  /** what it is played by, while that matters */
  readonly body: string | null;
  readonly startedAt: number;
  readonly until: number | null;
  readonly state: string;
  readonly ticks: string;
  readonly endedAt: number | null;
  readonly over: RoundEnd | null;
}
export interface StoredPlay {
  readonly round: string;
  readonly n: number;
  readonly viewer: string;
  readonly name: string;
  readonly does: Play['does'];
  readonly at: number;
  readonly stake: number;
  readonly typed: string;
  readonly rival: string | null;
  readonly numbers: string;
  readonly level: number;
  readonly variant: string | null;
  readonly outcome: string | null;
  readonly due: number | null;
  readonly paid: number | null;
  readonly shown: string | null;
}

export const SELECT_ROUNDS = `SELECT r.id, r.game_id AS game, r.title, r.kind, r.version, r.started_at AS startedAt,
  r.until, r.state, r.ticks, r.ended_at AS endedAt, r.over, iif(r.over IS NULL, s.body, NULL) AS body
  FROM game_rounds r LEFT JOIN game_settings s ON s.game_id = r.game_id AND s.version = r.version`;
/** Plays with who they are of now, also after a merge. */
export const SELECT_PLAYS = `SELECT p.round_id AS round, p.n, coalesce(v.merged_into, p.viewer_id) AS viewer,
    coalesce(m.name, v.name, p.name) AS name, p.does, p.at, p.stake, p.typed, p.rival, p.numbers, p.level,
    p.variant, p.outcome, p.due, p.paid, p.shown
  FROM game_plays p LEFT JOIN viewers v ON v.id = p.viewer_id LEFT JOIN viewers m ON m.id = v.merged_into`;

/** Rounds with what happened in them. @param plays in their order */
export function roundFrom(
  { until, state, ticks, endedAt, over, body, ...rest }: StoredRound,
  plays: readonly StoredPlay[],
): Round {
  return {
    ...rest,
    settings: body === null ? {} : (JSON.parse(body) as GameBody).settings,
    until: until ?? undefined,
    state: JSON.parse(state) as unknown,
    ticks: JSON.parse(ticks) as Tick[],
    endedAt: endedAt ?? undefined,
    over: over ?? undefined,
    plays: plays.map(playFrom),
    results: plays.flatMap(resultFrom),
  };
}

function playFrom({ rival, numbers, n, viewer, name, does, at, stake, typed, level }: StoredPlay): Play {
  return {
    ...{ n, viewer, name, does, at, stake, typed, level },
    numbers: JSON.parse(numbers) as number[],
    ...(rival === null ? {} : { rival: JSON.parse(rival) as NonNullable<Play['rival']> }),
  };
}

function resultFrom(row: StoredPlay): Result[] {
  const { outcome, variant, due, paid, shown, n, viewer, name, level, stake } = row;
  if (outcome === null) return [];
  const came = { outcome, variant: variant ?? '', due: due ?? 0, paid: paid ?? 0, shown: shown ?? '' };
  return [{ n, viewer, name, level, staked: stake, ...came }];
}

import { Inject, Injectable, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import {
  awarded,
  BOARDS,
  NO_SEASON,
  seasonFaults,
  viewerAccount,
  type Board,
  type Entry,
  type Placed,
  type PostedChange,
  type SeasonPlan,
} from '@gully/core/currency';
import { ActivityService } from '../activity/index.js';
import { Database, newId, pauseIn, type EntityManager } from '../database/index.js';
import { Reversing } from '../ledger/index.js';
import { LOG, type Log } from '../log/index.js';
import { PipelineService } from '../pipeline/index.js';
import { Problem } from '../problem/index.js';
import { SettingsService, type Setting, type SettingOf } from '../settings/index.js';
import { Task } from '../tasks/index.js';
import { Leaderboard } from './leaderboard.js';

export const SEASON: SettingOf<SeasonPlan> = { name: 'season', fallback: NO_SEASON };

/** Places that are kept of each board when a season ends. */
const KEPT = 100;
const LOOK_MS = 60_000;
/** How long the end of a season can be undone. */
const UNDONE_WITHIN_MS = 86_400_000;

export interface Season {
  readonly id: string;
  readonly name: string;
  readonly startedAt: number;
  readonly endedAt: number | null;
}

/** How a season would end, or ended. */
export interface Ending {
  readonly boards: Readonly<Record<Board, readonly Placed[]>>;
  readonly awards: readonly { readonly viewer: string; readonly name: string; readonly amount: number }[];
  /** units that are taken, and from how many viewers */
  readonly reset: { readonly total: number; readonly viewers: number };
}

/** Seasons: one is on at most; its end is shown before, is one transaction, and can be undone for a day. */
@Injectable()
export class SeasonsService implements OnModuleInit, OnModuleDestroy {
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly database: Database,
    private readonly settings: SettingsService,
    private readonly leaderboard: Leaderboard,
    private readonly reversing: Reversing,
    private readonly pipeline: PipelineService,
    private readonly activity: ActivityService,
    @Inject(LOG) private readonly log: Log,
  ) {}

  onModuleInit(): void {
    this.timer = setInterval(() => void this.look(Date.now()), LOOK_MS).unref();
  }

  onModuleDestroy(): void {
    clearInterval(this.timer);
  }

  get plan(): Setting<SeasonPlan> {
    return this.settings.get(SEASON);
  }

  /** Saves the plan; with the first one, a season begins. */
  async setPlan(plan: SeasonPlan, version: number, actor: Actor): Promise<Setting<SeasonPlan>> {
    const faults = seasonFaults(plan);
    // One that has passed would end the season within a minute.
    if (plan.endsAt !== null && plan.endsAt !== this.plan.value.endsAt && plan.endsAt <= Date.now())
      faults.endsAt ??= 'This day has passed';
    const words = [...new Set(Object.values(faults))];
    if (words.length > 0)
      throw new Problem(422, 'The season is not changed', `${words.slice(0, 3).join('. ')}.`, {
        fields: faults,
      });
    const saved = await this.settings.set(SEASON, plan, version, actor);
    await this.database.write(async (manager) => {
      const [now] = await manager.query<object[]>('SELECT 1 FROM seasons WHERE ended_at IS NULL');
      if (now === undefined) await begin(manager, plan, Date.now());
      else await manager.query('UPDATE seasons SET name = ? WHERE ended_at IS NULL', [plan.name]);
    });
    this.activity.record('changed', 'Season', `saved ${plan.name}`, actor);
    return saved;
  }

  /** All seasons, the newest first. */
  all(): Promise<Season[]> {
    return this.database.read.query<Season[]>(
      'SELECT id, name, started_at AS startedAt, ended_at AS endedAt FROM seasons ORDER BY started_at DESC',
    );
  }

  async current(): Promise<Season | undefined> {
    return (await this.all()).find(({ endedAt }) => endedAt === null);
  }

  /** How it would end now; nothing is changed. */
  async lookAtEnd(task: Task): Promise<Ending> {
    const season = await this.requireCurrent();
    const boards = await this.standing(season.id, task);
    const taken = await this.taken(task);
    return this.endingOf(boards, taken);
  }

  /** Ends the season that is on and begins the next, with what it resets and awards; all in one transaction. */
  async end(id: string, nextName: string, actor: Actor, task: Task): Promise<Season> {
    const season = await this.requireCurrent();
    if (season.id !== id) throw new Problem(409, 'Nothing was changed', 'The season has ended already.');
    const at = Date.now();
    const plan = { ...this.plan.value, name: nextName, endsAt: null };
    const isEnded = await this.pipeline.broadly({
      actor,
      task,
      decide: async () => {
        // Someone else may have been first while it waited for its turn.
        if ((await this.current())?.id !== season.id) return { changes: [], done: () => false };
        const boards = await this.standing(season.id, task);
        const taken = await this.taken(task);
        const { awards } = this.endingOf(boards, taken);
        const count = taken.length + awards.length;
        task.begin(`Writing ${count.toLocaleString('en')} entries`, 2 * count);
        return {
          changes: changesOf({ season: season.id, taken, awards, at, actor }),
          write: async (manager) => {
            await keepStandings(manager, season.id, boards);
            await manager.query('UPDATE seasons SET ended_at = ? WHERE id = ?', [at, season.id]);
            // It begins with what the last has left: this comes after what was reset and awarded.
            task.begin('Beginning the next season');
            await begin(manager, plan, at);
          },
          done: () => true,
        };
      },
    });
    if (!isEnded) throw new Problem(409, 'Nothing was changed', 'The season has ended already.');
    await this.settings.set(SEASON, plan, this.plan.version, actor);
    this.activity.record('changed', 'Season', `${season.name} ended, ${nextName} began`, actor);
    return { ...season, endedAt: at };
  }

  /** Takes the end of a season back, within a day: what was reset and awarded, and the season after it. */
  async undo(id: string, actor: Actor, task: Task): Promise<void> {
    const past = (await this.all()).filter(({ endedAt }) => endedAt !== null);
    const season = past.find((each) => each.id === id);
    if (season?.endedAt == null)
      throw new Problem(404, 'There is no such end', 'The season is on, or there is none of that kind.');
    if (Date.now() - season.endedAt > UNDONE_WITHIN_MS)
      throw new Problem(409, 'Nothing was changed', 'The end of a season can be undone for a day.');
    if (past[0]?.id !== id)
      throw new Problem(
        409,
        'Nothing was changed',
        'Another season has ended since. Undo the end of that one first.',
      );
    for (const part of ['awards', 'reset']) {
      const rows = await this.database.read.query<{ id: number }[]>(
        // One that was taken back before, as by an undo that was cut off, is not taken back again.
        `SELECT id FROM ledger_postings p WHERE key LIKE ?
           AND NOT EXISTS (SELECT 1 FROM ledger_postings r WHERE r.reverses = p.id)`,
        [`season:${id}:${part}:%`],
      );
      if (rows[0] !== undefined) await this.reversing.asFarAsPossible({ id: rows[0].id }, actor, task);
    }
    // What says that it is undone comes last: an undo that was cut off can be asked for again.
    await this.settings.set(
      SEASON,
      { ...this.plan.value, name: season.name, endsAt: null },
      this.plan.version,
      actor,
    );
    await this.database.write(async (manager) => {
      await manager.query(
        'DELETE FROM season_beginnings WHERE season_id IN (SELECT id FROM seasons WHERE ended_at IS NULL)',
      );
      await manager.query('DELETE FROM seasons WHERE ended_at IS NULL');
      await manager.query('DELETE FROM season_standings WHERE season_id = ?', [id]);
      await manager.query('UPDATE seasons SET ended_at = NULL WHERE id = ?', [id]);
    });
    this.activity.record('changed', 'Season', `the end of ${season.name} was undone`, actor);
  }

  /** How a season that ended stood. */
  standings(id: string): Promise<(Placed & { readonly board: Board })[]> {
    return this.database.read.query(
      `SELECT s.board, s.viewer_id AS viewer, v.name, s.place, s.value FROM season_standings s
       JOIN viewers v ON v.id = s.viewer_id WHERE s.season_id = ? ORDER BY s.board, s.place, v.name`,
      [id],
    );
  }

  /** Ends the season whose day has come. Never rejects. */
  async look(now: number): Promise<void> {
    const { name, endsAt } = this.plan.value;
    if (endsAt === null || now < endsAt) return;
    // One that began since has a day of its own, also where Gully ended before it could write that.
    const season = await this.current();
    if (season === undefined || season.startedAt >= endsAt) return;
    await this.end(season.id, `After ${name}`.slice(0, 60), 'gully', new Task()).catch((error: unknown) => {
      this.log.error({ error }, 'the season could not be ended; it is tried again');
    });
  }

  private async requireCurrent(): Promise<Season> {
    const season = await this.current();
    if (season === undefined)
      throw new Problem(409, 'No season is on', 'Give it a name and save; it begins with that.');
    return season;
  }

  private async standing(season: string, task: Task): Promise<Ending['boards']> {
    const boards = {} as Record<Board, readonly Placed[]>;
    task.begin('Reading the leaderboards', BOARDS.length);
    for (const by of BOARDS) {
      await task.step();
      boards[by] = await this.leaderboard.board(by, { season }, KEPT);
    }
    return boards;
  }

  /** What the end takes, by viewer. */
  private async taken(task: Task): Promise<readonly Entry[]> {
    if (this.plan.value.resets === 'nothing') return [];
    task.begin('Reading the balances');
    const rows = await this.database.long.rows<{ name: string; balance: number }>(
      `SELECT name, balance FROM accounts WHERE kind = 'viewer' AND balance > 0`,
      [],
    );
    const taken: Entry[] = [];
    for (const { name, balance } of rows) {
      await task.step();
      taken.push({ from: viewerAccount(name), to: 'spent', amount: balance });
    }
    return taken;
  }

  private endingOf(boards: Ending['boards'], taken: readonly Entry[]): Ending {
    const total = taken.reduce((sum, { amount }) => sum + amount, 0);
    return {
      boards,
      awards: awarded(this.plan.value.awards, boards),
      reset: { total, viewers: taken.length },
    };
  }
}

interface Ended {
  readonly season: string;
  readonly taken: readonly Entry[];
  readonly awards: Ending['awards'];
  readonly at: number;
  readonly actor: Actor;
}

function changesOf({ season, taken, awards, at, actor: by }: Ended): PostedChange[] {
  const part = (name: 'reset' | 'awards', entries: readonly Entry[], words: string): PostedChange[] => {
    // A season whose end was undone may end again.
    const key = `season:${season}:${name}:${String(at)}`;
    const about = { kind: 'posted', key, cause: 'season', reference: name, by, at, words } as const;
    return entries.length === 0 ? [] : [{ ...about, entries }];
  };
  const given = awards.map(({ viewer, amount }): Entry => ({
    from: 'issued',
    to: viewerAccount(viewer),
    amount,
  }));
  return [...part('reset', taken, 'resets balances'), ...part('awards', given, 'gives awards')];
}

/** Viewers whose figures are kept in one go when a season begins. */
const BEGUN_TOGETHER = 1_000;

async function begin(manager: EntityManager, { name }: SeasonPlan, at: number): Promise<void> {
  const id = newId(at);
  await manager.query('INSERT INTO seasons (id, name, started_at, ended_at) VALUES (?, ?, ?, NULL)', [
    id,
    name,
    at,
  ]);
  // Some viewers at a time, so that other things have their turn in between.
  const pause = pauseIn(manager);
  for (let after = ''; ;) {
    const [last] = await manager.query<{ id: string | null }[]>(
      'SELECT max(id) AS id FROM (SELECT id FROM viewers WHERE id > ? ORDER BY id LIMIT ?)',
      [after, BEGUN_TOGETHER],
    );
    if (last?.id == null) return;
    await manager.query(
      `INSERT INTO season_beginnings (season_id, viewer_id, earned, watch_ms, messages)
       SELECT ?, v.id, coalesce(a.earned, 0), v.watch_ms, v.messages FROM viewers v
         LEFT JOIN accounts a ON a.kind = 'viewer' AND a.name = v.id
       WHERE v.id > ? AND v.id <= ? AND v.merged_into IS NULL
         AND (v.messages > 0 OR v.watch_ms > 0 OR coalesce(a.earned, 0) > 0)`,
      [id, after, last.id],
    );
    after = last.id;
    await pause();
  }
}

/** Keeps how everyone stood, within the caller's write. */
export async function keepStandings(
  manager: EntityManager,
  season: string,
  boards: Readonly<Record<Board, readonly Placed[]>>,
): Promise<void> {
  const rows = Object.entries(boards).flatMap(([board, placed]) =>
    placed.map(({ viewer, place, value }) => [season, board, viewer, place, value]),
  );
  const pause = pauseIn(manager);
  for (let at = 0; at < rows.length; at += BEGUN_TOGETHER) {
    await pause();
    await manager.query(
      `INSERT INTO season_standings (season_id, board, viewer_id, place, value)
       SELECT value ->> 0, value ->> 1, value ->> 2, value ->> 3, value ->> 4 FROM json_each(?)`,
      [JSON.stringify(rows.slice(at, at + BEGUN_TOGETHER))],
    );
  }
}

import { Injectable, type OnModuleInit } from '@nestjs/common';
import { endRound, gameSays, listenTo, playGame, tickRound } from '@gully/core/games';
import {
  HEARD_LINES,
  NO_TALLY,
  tallyAfter,
  type GamesView,
  type Heard,
  type PlayedChange,
  type Round,
  type Tally,
} from '@gully/core/games';
import { Database } from '../database/index.js';
import { ChannelWorld, Keepers } from '../live/index.js';
import { NewsService } from '../news/index.js';
import { factsOf, ViewerParts, ViewersService } from '../viewers/index.js';
import { Soon } from '../signals/index.js';
import { GamesService } from './games.service.js';
import { eraseFromGames, joinInGames, partInGames } from './merging.js';
import {
  EVERYBODY,
  roundFrom,
  SELECT_PLAYS,
  SELECT_ROUNDS,
  writePlays,
  type StoredPlay,
  type StoredRound,
} from './play-rows.js';

/** How often pages are told that something was played. */
const TELL_MS = 100;

interface StoredTally extends Tally {
  readonly game: string;
  readonly viewer: string;
}

/** Rounds that are not over, and how everyone did so far, in memory as on disk. */
@Injectable()
export class PlaysStore implements OnModuleInit {
  private readonly open = new Map<string, Round>();
  private readonly tallies = new Map<string, Tally>();
  private readonly last = new Map<string, Round>();
  private readonly lastOver = new Map<string, number>();
  private readonly told = new Set<string>();
  private heard: readonly Heard[] = [];
  private readonly pagesTold = new Soon(TELL_MS, () => {
    this.news.publish('game', { ids: [...this.told] });
    this.told.clear();
  });

  constructor(
    private readonly database: Database,
    private readonly games: GamesService,
    private readonly viewers: ViewersService,
    private readonly news: NewsService,
    world: ChannelWorld,
    keepers: Keepers,
    parts: ViewerParts,
  ) {
    const view = this.view();
    // A player in a round may be paid by what someone else does.
    world.add('games', { look: () => view, named: () => Promise.resolve(this.players()) });
    world.add('gameTexts', {
      look: () => ({
        of: (id, said, chance) => {
          const body = this.games.preparedOf(id)?.body;
          return body === undefined ? undefined : gameSays(id, body, said, chance);
        },
      }),
    });
    parts.add({ join: joinInGames, part: partInGames, erase: eraseFromGames });
    keepers.add({
      kinds: ['heard'],
      unstored: true,
      ofViewers: false,
      apply: ({ line }) => {
        this.heard = [...this.heard, line].slice(-HEARD_LINES);
      },
      write: () => Promise.resolve(),
      reload: () => Promise.resolve(),
    });
    keepers.add({
      kinds: ['played'],
      ofViewers: true,
      apply: (change) => {
        this.apply(change);
      },
      write: (manager, changes) => {
        writePlays(manager, changes, (id) => this.games.preparedOf(id)?.body);
        return Promise.resolve();
      },
      written: (changes) => {
        this.tellSoon(changes);
      },
      reload: () => this.reload(),
    });
  }

  async onModuleInit(): Promise<void> {
    await this.reload();
  }

  /** Rounds that are not over, the oldest first. */
  all(): readonly Round[] {
    return [...this.open.values()];
  }

  find(id: string): Round | undefined {
    return this.open.get(id);
  }

  tally(game: string, viewer: string): Tally {
    return this.tallies.get(`${game} ${viewer}`) ?? NO_TALLY;
  }

  private view(): GamesView {
    return {
      all: () => this.games.prepared(),
      find: (id) => this.games.preparedOf(id),
      rounds: (game) => this.all().filter((round) => round.game === game),
      last: (game) => this.last.get(game),
      lastOver: (game) => this.lastOver.get(game),
      tally: (game, viewer) => this.tally(game, viewer),
      total: (game) => this.tally(game, EVERYBODY),
      named: (name) => {
        const row = this.viewers.named(name);
        return row === undefined ? undefined : factsOf(row);
      },
      listens: () => this.games.listening().length > 0,
      heard: () => this.heard,
      listen: (world, line, asked) => listenTo(world, this.games.listening(), line, asked),
      play: (world, id, wish, asked) => {
        const game = this.games.preparedOf(id);
        return game === undefined ? { fault: 'that game was deleted' } : playGame(world, game, wish, asked);
      },
      // Without its game there is nothing to play it by.
      tick: (world, round, asked) => {
        const game = this.games.preparedOf(round.game);
        return game === undefined
          ? endRound(world, round, 'stopped', asked)
          : tickRound(world, game, round, asked);
      },
    };
  }

  private players(): string[] {
    const ids = new Set(this.all().flatMap(({ plays }) => plays.map(({ viewer }) => viewer)));
    ids.delete('');
    return [...ids];
  }

  private apply({ round, results, levels, at }: PlayedChange): void {
    if (round.over === undefined) this.open.set(round.id, round);
    else this.open.delete(round.id);
    if (round.over === 'ended') this.last.set(round.game, round);
    if (round.over === 'ended' && round.endedAt !== undefined)
      this.lastOver.set(round.game, Math.max(this.lastOver.get(round.game) ?? 0, round.endedAt));
    for (const result of results)
      for (const viewer of [result.viewer, EVERYBODY]) {
        const key = `${round.game} ${viewer}`;
        this.tallies.set(key, tallyAfter(this.tallies.get(key) ?? NO_TALLY, result, at));
      }
    for (const [viewer, level] of levels) {
      const key = `${round.game} ${viewer}`;
      this.tallies.set(key, { ...(this.tallies.get(key) ?? NO_TALLY), level });
    }
  }

  private tellSoon(changes: readonly PlayedChange[]): void {
    for (const { round } of changes) this.told.add(round.game);
    this.pagesTold.ask();
  }

  private async reload(): Promise<void> {
    const { read } = this.database;
    const rounds = await read.query<StoredRound[]>(
      `${SELECT_ROUNDS} WHERE r.over IS NULL ORDER BY r.started_at, r.id`,
    );
    const plays = await read.query<StoredPlay[]>(
      `${SELECT_PLAYS} WHERE p.round_id IN (SELECT id FROM game_rounds WHERE over IS NULL) ORDER BY p.n`,
    );
    const tallies = await read.query<StoredTally[]>(
      `SELECT game_id AS game, viewer_id AS viewer, plays, staked, won, best, streak,
         longest_win AS longestWin, longest_loss AS longestLoss, level, last_at AS lastAt FROM game_tallies`,
    );
    const over = await read.query<{ game: string; at: number }[]>(
      `SELECT game_id AS game, max(ended_at) AS at FROM game_rounds WHERE over = 'ended' GROUP BY game_id`,
    );
    for (const map of [this.open, this.tallies, this.lastOver]) map.clear();
    for (const round of rounds)
      this.open.set(
        round.id,
        roundFrom(
          round,
          plays.filter((play) => play.round === round.id),
        ),
      );
    for (const { game, viewer, ...tally } of tallies) this.tallies.set(`${game} ${viewer}`, tally);
    for (const { game, at } of over) this.lastOver.set(game, at);
  }
}

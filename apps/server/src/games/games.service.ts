import { Injectable } from '@nestjs/common';
import {
  BLANK_GAME,
  GAME_LIMITS,
  gameFaults,
  gameSays,
  listenTo,
  playGame,
  tickRound,
  prepareGame,
  type GameBody,
  type PreparedGame,
} from '@gully/core/games';
import type { World } from '@gully/core/channel';
import { bodied, ThingParts, Things, type Bodied } from '../things/index.js';
import { GameRow } from './rows.js';
import { GameBodyDto } from './views.js';

export type StoredGame = Bodied<'game'>;

/** Makes, changes, removes and puts back games; what is played of them is the store's. */
@Injectable()
export class GamesService extends Things<'game', StoredGame> {
  private readonly ready = new Map<string, PreparedGame>();
  private known: readonly PreparedGame[] | undefined;
  private hearing: readonly PreparedGame[] | undefined;

  constructor(parts: ThingParts) {
    super(parts, {
      ...bodied('game', parts, GameRow, BLANK_GAME),
      most: GAME_LIMITS.games,
      bodyShape: GameBodyDto,
      faultsOf: (game, { others, about }) => gameFaults(game, others(), about),
      inForce: withDraft,
    });
    this.subscribe((games) => {
      this.prepare(games);
    });
  }

  /** All games ready to be played, in the order of their names. */
  prepared(): readonly PreparedGame[] {
    this.known ??= this.all().flatMap(({ id }) => this.ready.get(id) ?? []);
    return this.known;
  }

  /** Those that listen to what is written in chat. */
  listening(): readonly PreparedGame[] {
    this.hearing ??= this.prepared().filter(({ kind, body }) => kind.hear !== undefined && body.enabled);
    return this.hearing;
  }

  preparedOf(id: string): PreparedGame | undefined {
    return this.ready.get(id);
  }

  private prepare(games: readonly StoredGame[]): void {
    for (const game of games) {
      const { id, version, deletedAt } = game;
      if (deletedAt === null) this.ready.set(id, prepareGame(id, version, this.bodyOf(game)));
      else this.ready.delete(id);
    }
    this.known = undefined;
    this.hearing = undefined;
  }
}

/** Rounds of a draft are played by it; it has no version of its own. */
function withDraft(world: World, id: string, body: GameBody): World {
  const { games, gameTexts } = world;
  const drafted = prepareGame(id, 0, body);
  return {
    ...world,
    games: {
      ...games,
      find: (asked) => (asked === id ? drafted : games.find(asked)),
      all: () => [...games.all().filter((each) => each.id !== id), drafted],
      listens: () => games.listens() || drafted.kind.hear !== undefined,
      listen: (over, line, about) =>
        drafted.kind.hear === undefined
          ? games.listen(over, line, about)
          : listenTo(over, [drafted], line, about),
      play: (over, asked, wish, about) =>
        asked === id ? playGame(over, drafted, wish, about) : games.play(over, asked, wish, about),
      tick: (over, round, about) =>
        round.game === id ? tickRound(over, drafted, round, about) : games.tick(over, round, about),
    },
    gameTexts: {
      of: (asked, said, chance) =>
        asked === id ? gameSays(id, drafted.body, said, chance) : gameTexts.of(asked, said, chance),
    },
  };
}

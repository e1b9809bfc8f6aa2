import type { Actor } from '../actors/index.js';
import type { Role } from '../chat/index.js';
import type { PostedChange, PurseView } from '../currency/index.js';
import type { Chance } from '../random/index.js';
import type { StreamState } from '../stream/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import type { PlayedChange, Round } from './round.js';
import type { Stake } from './stake.js';
import { NO_TALLY, type Tally } from './tally.js';
import type { ToldPlay } from './values.js';

/** A game as far as is known of it where it is not played. */
export interface Game {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly stake: Stake;
  /** what kind it is of */
  readonly body?: { readonly kind: string };
}

/** What is asked of a game. */
export const GAME_DOES = ['play', 'open', 'stop', 'stats'] as const;
export interface PlayWish {
  readonly does: (typeof GAME_DOES)[number];
  readonly viewer: ViewerFacts;
  /** those they have now, which may be newer than those stored */
  readonly roles: readonly Role[];
  readonly typed: string;
}

/** Who asks for something, and when. */
export interface AskedOfGame {
  readonly by: Actor;
  /** UTC milliseconds */
  readonly at: number;
  /** unlike that of anything else that is asked; asked twice it is one round */
  readonly mark: string;
}

/** Something that is said of a game: which of its lines, and what stands in them. */
export interface SaidOfGame {
  /** of which a text is drawn each; they stand one after the other in one message */
  readonly lines: readonly string[];
  readonly told: ToldPlay;
  /** a routine that follows, by id, beside that of the line */
  readonly then?: string;
  /** to the player alone */
  readonly privately?: boolean;
  /** a line that only the player is told, after the others */
  readonly also?: string;
  /** seconds it waits, while an overlay still shows what comes of it */
  readonly after?: number;
}

/** What was decided, or why not, in words that follow a name. */
export type PlayDecision =
  | {
      readonly changes: readonly (PlayedChange | PostedChange)[];
      readonly says: SaidOfGame | undefined;
      /** what it comes to, for the why */
      readonly words: string;
    }
  | {
      readonly fault: string;
      /** true for what would be said alike to anyone, which chat needs to hear only once */
      readonly forAll?: boolean;
    };

/** A line of chat as games hear it. */
export interface Heard {
  readonly viewer: string;
  readonly name: string;
  readonly text: string;
  /** UTC milliseconds */
  readonly at: number;
}

/** Something was written that games may have to do with later; kept in memory alone. */
export interface HeardChange {
  readonly kind: 'heard';
  readonly line: Heard;
}

/** What a game made of what was written. */
export interface HeardOf {
  readonly game: string;
  readonly decision: Exclude<PlayDecision, { readonly fault: string }>;
}

/** The channel's games, what is being played, and how everyone did. */
export interface GamesView {
  /** in the order of their names */
  all(): readonly Game[];
  find(id: string): Game | undefined;
  /** rounds of a game that are not over, the oldest first */
  rounds(game: string): readonly Round[];
  /** the last round that was played to its end since Gully began */
  last(game: string): Round | undefined;
  /** when the last round of it was over; undefined for never */
  lastOver(game: string): number | undefined;
  tally(game: string, viewer: string): Tally;
  total(game: string): Tally;
  /** someone who was ever here, by name */
  named(name: string): ViewerFacts | undefined;
  /** whether a game listens to what is written */
  listens(): boolean;
  /** the last lines while one does, the oldest first */
  heard(): readonly Heard[];
  readonly listen: (
    world: PlayWorld,
    line: Heard,
    asked: AskedOfGame & { readonly viewer: ViewerFacts },
  ) => readonly HeardOf[];
  /** Decides what is asked. It is given by who gives the games, so that what only shows steps does without all of them. */
  readonly play: (world: PlayWorld, game: string, wish: PlayWish, asked: AskedOfGame) => PlayDecision;
  /** Takes a round on whose time has come; one whose game was deleted ends. */
  readonly tick: (world: PlayWorld, round: Round, asked: AskedOfGame) => PlayDecision | undefined;
}

export const NO_GAMES: GamesView = {
  all: () => [],
  find: () => undefined,
  rounds: () => [],
  last: () => undefined,
  lastOver: () => undefined,
  tally: () => NO_TALLY,
  total: () => NO_TALLY,
  named: () => undefined,
  listens: () => false,
  heard: () => [],
  listen: () => [],
  play: () => ({ fault: 'there is no game yet' }),
  tick: () => undefined,
};

/** What deciding about games looks at. */
export interface PlayWorld {
  readonly games: GamesView;
  readonly purse: PurseView;
  readonly stream: StreamState;
  readonly chance: Chance;
}

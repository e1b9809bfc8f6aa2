import type { Heard, SaidOfGame } from './view.js';
import type { Play, Round } from './round.js';
import type { Stake, Typed } from './stake.js';
import type { Chance } from '../random/index.js';
import type { LinePart } from '../area/index.js';
import type { Role } from '../chat/index.js';
import type { Level, OddsCase } from './odds.js';
import type { SettingBlank, Settings } from './settings.js';

export const GAME_KIND_NAMES = [
  'high-roll',
  'reels',
  'expedition',
  'duel',
  'roulette',
  'wheel',
  'scatter',
  'raffle',
  'boss',
  'oracle',
  'guess',
  'pyramid',
  'bingo',
] as const;
export type GameKindName = (typeof GAME_KIND_NAMES)[number];

/** A list of texts of a game: when one of them is said, and those it ships with. */
export interface LineShape {
  readonly label: string;
  readonly texts: readonly string[];
  /** a part of a longer message, so that it may not be empty of its own accord and starts nothing */
  readonly part?: true;
}

/** A round as a kind of game looks at it. */
export type RoundStanding<T> = Pick<Round, 'plays' | 'startedAt' | 'until'> & { readonly state: T };

/** What a kind is told whenever something happens. */
export interface Moment<S, T> {
  readonly settings: S;
  readonly stake: Stake;
  /** each number it draws is recorded */
  readonly chance: Chance;
  /** UTC milliseconds */
  readonly at: number;
  /** undefined where none is going on */
  readonly round: RoundStanding<T> | undefined;
}

/** Someone plays, joins, bets or guesses. */
export interface Entering extends Omit<Play, 'numbers' | 'does' | 'at'> {
  readonly roles: readonly Role[];
}

/** What one play comes to, by its place in the round. */
export interface PlayEnd {
  readonly n: number;
  readonly outcome: string;
  readonly variant?: string;
  /** all that comes back, the stake included */
  readonly paid: number;
  readonly shown?: string;
}

/** What follows from something that happens, or why it may not, in words that follow a name. */
export type Turn<T> =
  | { readonly fault: string }
  | {
      readonly state: T;
      /** when time next does something */
      readonly until?: number;
      readonly ends?: readonly PlayEnd[];
      /** the round is over: what is left of the stakes stays with the house, or goes back */
      readonly over?: true | 'returned';
      readonly says?: SaidOfGame;
      /** steps of pity the player has from here on */
      readonly level?: number;
    };

/** Plays a game many times over: what one play pays, and which pity follows. */
export interface Trial {
  /** @returns what comes back, the stake included */
  play(chance: Chance): number;
  /** steps of pity after the last play; 0 where a game has none */
  readonly level: number;
  reset(): void;
}

/** All there is to a kind of game, but how an overlay draws it. */
export interface GameKind<S extends Settings = Settings, T = unknown> {
  readonly kind: GameKindName;
  readonly name: string;
  /** what it is, in a line */
  readonly means: string;
  /** further words it is found by */
  readonly words: readonly string[];
  /** an amount the player chooses, a price that is set, or nothing */
  readonly staked: 'amount' | 'price' | 'nothing';
  readonly typed: Typed;
  /** whether it begins with the first player, by hand, as it is set, or with what is written in chat */
  readonly begins: 'player' | 'hand' | 'either' | 'heard';
  /** over at once, without anybody joining */
  readonly instant: boolean;
  /** someone is named; the engine finds out who */
  readonly rival?: true;
  readonly blanks: Readonly<Record<keyof S & string, SettingBlank>>;
  /** its sentence; blanks left out do not apply as it stands, and tables stand below it */
  line(settings: S): readonly LinePartOf<S>[];
  /** a table or list that does not apply as it stands */
  without?(settings: S): readonly (keyof S & string)[];
  readonly settings: S;
  readonly stake: Stake;
  /** seconds between two rounds */
  readonly pause: number;
  readonly lines: Readonly<Record<string, LineShape>>;
  /** what is wrong beside what its blanks say, by place */
  check?(settings: S, stake: Stake): Readonly<Record<string, string | undefined>>;
  /** of several rounds at once, the one someone means; undefined for a new one */
  mine?(rounds: readonly Round[], viewer: string): Round | undefined;
  /** whether what is typed answers someone, and names nobody */
  isAnswer?(typed: string): boolean;
  open?(moment: Moment<S, T>): Turn<T>;
  enter(entering: Entering, moment: Moment<S, T>): Turn<T>;
  /** what a player of a round is told who plays again, instead of playing */
  again?(viewer: string, moment: Moment<S, T>): SaidOfGame | undefined;
  /** its time has come */
  tick?(moment: Moment<S, T>): Turn<T>;
  /**
   * What it makes of what is written in chat, where it listens.
   *
   * @param lines the last ones, the newest at the end
   * @returns what whoever wrote it then plays, or only what is said
   */
  hear?(
    lines: readonly Heard[],
    about: { readonly settings: S },
  ): { readonly plays: string } | { readonly says: SaidOfGame } | undefined;
  /** what can be worked out: one case for each bet or size of a crew */
  odds?(settings: S, stake: number): readonly OddsCase[];
  /** the odds of a variant results name, where `odds` does not list them all */
  caseOf?(settings: S, stake: number, variant: string): OddsCase | undefined;
  /** @param variant that of one of its cases */
  trial?(settings: S, stake: number, variant: string): Trial;
  /** one draw decides every play of a round, so that a round says as much as one play */
  oneDraw?(settings: S): boolean;
  /** what the numbers of a play say by themselves, where what comes of it is not theirs alone */
  readonly draws?: {
    odds(settings: S): readonly { readonly outcome: string; readonly chance: number }[];
    outcomeOf(settings: S, numbers: readonly number[]): string | undefined;
  };
  /** settings that can be solved for a return, with what they may be */
  readonly solvable?: readonly (keyof S & string)[];
}

export type LinePartOf<S> = string | { readonly blank: keyof S & string };
export type { Level, LinePart };

/** Any kind, for what handles all of them alike. */
export type AnyKind = GameKind;

/** Keeps a kind's own types while it stands among all others. */
export function gameKind<S extends Settings, T>(kind: GameKind<S, T>): AnyKind {
  return kind;
}

import type { Actor } from '../actors/index.js';

/** Someone's part in a round. Times are UTC milliseconds. */
export interface Play {
  /** its place among all that happened in the round, from 0 */
  readonly n: number;
  /** by id; empty for what nobody in particular did */
  readonly viewer: string;
  readonly name: string;
  /** whole units that were staked */
  readonly stake: number;
  /** what was typed with it, without the stake */
  readonly typed: string;
  /** who was named, where someone is */
  readonly rival?: { readonly viewer: string; readonly name: string };
  readonly at: number;
  /** what chance came to, number by number, so that it can be played again */
  readonly numbers: readonly number[];
  /** steps of pity the player had before */
  readonly level: number;
  /** opened by hand; else played */
  readonly does: 'play' | 'open';
}

/** Something time brought about in a round. */
export interface Tick {
  readonly n: number;
  readonly at: number;
  readonly numbers: readonly number[];
}

/** What a play came to. */
export interface Result {
  /** the play it is of */
  readonly n: number;
  readonly viewer: string;
  readonly name: string;
  /** a plain word that tells it from other outcomes of its kind of game */
  readonly outcome: string;
  /** under what odds it came about: a bet, the size of a crew; empty where there are no others */
  readonly variant: string;
  readonly level: number;
  readonly staked: number;
  /** all that was to come back, the stake included; below 0 for what was lost beyond it. Whole units */
  readonly due: number;
  /** what did: less where someone may hold no more, or had no more to lose */
  readonly paid: number;
  /** what came up, in words */
  readonly shown: string;
}

/** Why a round is over: played to its end, stopped by a person, or by a restart of Gully. */
export type RoundEnd = 'ended' | 'stopped' | 'restart';

/** One round of a game, as it stands. */
export interface Round {
  readonly id: string;
  /** the game's id, and what it was called */
  readonly game: string;
  readonly title: string;
  /** the kind of game */
  readonly kind: string;
  /** of the settings it is played by to its end, whatever is saved meanwhile */
  readonly version: number;
  readonly settings: Readonly<Record<string, unknown>>;
  readonly startedAt: number;
  /** when it is to be looked at next; undefined while only plays go on with it */
  readonly until: number | undefined;
  /** the kind's own, as JSON */
  readonly state: unknown;
  readonly plays: readonly Play[];
  readonly ticks: readonly Tick[];
  readonly results: readonly Result[];
  readonly over: RoundEnd | undefined;
  readonly endedAt: number | undefined;
}

/** Something happened in a round, which stands like this from here on. */
export interface PlayedChange {
  readonly kind: 'played';
  readonly round: Round;
  /** what is new in it */
  readonly play?: Play;
  readonly tick?: Tick;
  readonly results: readonly Result[];
  /** steps of pity players have from here on, by id */
  readonly levels: readonly (readonly [viewer: string, level: number])[];
  readonly by: Actor;
  readonly at: number;
}

/** The escrow that holds the stakes of a round. */
export const escrowOfRound = (round: string): string => `game:${round}`;

/** Who has staked something in these rounds, by name, each once. */
export function stakersOf(rounds: readonly Pick<Round, 'plays'>[]): string[] {
  return [
    ...new Set(rounds.flatMap(({ plays }) => plays.filter(({ stake }) => stake > 0).map(({ name }) => name))),
  ];
}

/** What happens next in a round gets this place. */
export function nextPlace({ plays, ticks }: Pick<Round, 'plays' | 'ticks'>): number {
  return plays.length + ticks.length;
}

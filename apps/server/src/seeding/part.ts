import type { Change, World } from '@gully/core/channel';
import type { Chance } from '@gully/core/random';
import type { Started } from '@gully/core/routines';
import type { Role } from '@gully/core/chat';
import type { ViewerFacts } from '@gully/core/viewers';
import type { EntityManager } from '../database/index.js';
import type { ChangeOf } from '../live/index.js';

/** One evening of the demo's season. */
export interface Evening {
  /** UTC milliseconds */
  readonly began: number;
  readonly minutes: number;
  /** lines a minute */
  readonly rate: number;
  readonly category: string;
  /** the bot was not there yet: nothing was decided, and lines stand as they were written */
  readonly bare?: boolean;
}

/** What the parts of the demo share. */
export interface SeedingStage {
  /** UTC milliseconds */
  readonly now: number;
  /** long before the season: when all of it was made */
  readonly begin: number;
  /** the last of them is live */
  readonly evenings: readonly Evening[];
  /** where the stand-in's board takes posts */
  readonly board: string;
  readonly chance: Chance;
  /** an id that tells its time; later ones sort behind */
  readonly id: (at: number) => string;
  /** who came, by name; null for nobody */
  readonly viewerId: (name: string) => string | null;
  /** the channel as it is at the moment */
  readonly world: () => World;
  /** takes a change that was decided */
  readonly take: (change: Change) => void;
}

/** What a part counts of the season's changes, by their kind. */
export type Records = { readonly [K in Change['kind']]?: (change: ChangeOf<K>) => void };

/** Something that begins by itself. */
export interface Due {
  /** what it is, for the activity: `Timer Map night` */
  readonly subject: string;
  /** and what it did: `fired` */
  readonly told: string;
  /** as the end of a sentence that begins with “Said because” */
  readonly because: string;
  readonly started: Started;
}

/**
 * What an area has to do with the demo's season: what it brings at the beginning, what it counts
 * while the season is played, and what of it is then stored. Kinds of changes that no part counts
 * are laid over the channel by their slices.
 */
export interface DemoPart {
  /** counters and words its things bring about: they are known before they ever were */
  readonly names?: { readonly counters: readonly string[]; readonly words: readonly string[] };
  /** its part of the channel, read whenever something is decided */
  look?(): Partial<World>;
  readonly records?: Records;
  /** whether someone may write at that time; left out, nobody is kept from it */
  mayWrite?(viewer: string, at: number): boolean;
  /** an evening begins, with the bot or without */
  began?(at: number): void;
  /** someone wrote, and so is there, with the bot or without */
  came?(viewer: ViewerFacts, roles: readonly Role[], at: number): void;
  /** an evening with the bot begins */
  wentLive?(at: number): void;
  /** a viewer wrote to the bot */
  heard?(): void;
  /** what begins by itself at a moment; asked again until it is nothing more */
  due?(at: number): Due | undefined;
  /** Writes what came of it, within the caller's write. */
  store(manager: EntityManager): Promise<void>;
}
export type MakeDemoPart = (stage: SeedingStage) => DemoPart;

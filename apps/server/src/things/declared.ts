import type { Type } from '@nestjs/common';
import { THINGS, type BodyOf } from '@gully/core/bundles';
import type { World } from '@gully/core/channel';
import type { Faults, Surroundings } from '@gully/core/routines';
import type { ThingKind, ThingShape } from '@gully/core/things';
import type { EntityManager } from '../database/index.js';
import { VERSIONS_KEPT } from './versions.js';

/** What is kept beside what a person wrote. */
export interface Head {
  readonly id: string;
  readonly version: number;
  readonly changedAt: number;
  readonly deletedAt: number | null;
}

/** Where the things of a kind are: in memory, and on disk. */
export interface ThingStore<Stored> {
  /** in the order of their names; another list after each change */
  all(): readonly Stored[];
  find(id: string): Stored | undefined;
  /** those of these ids, deleted or not, as they are on disk */
  onDisk(ids: readonly string[]): Promise<readonly Stored[]>;
  write(manager: EntityManager, things: readonly Stored[]): Promise<void>;
  /** Takes over what was just written. */
  put(things: readonly Stored[]): void;
}

/** What a thing is checked against. */
export interface CheckedAgainst<Stored> {
  /** what is saved with it, itself among them */
  readonly together: readonly Stored[];
  /** all others, as they will be then */
  readonly others: () => readonly Stored[];
  /** what there is to refer to */
  readonly about: Surroundings;
}

/** What an area says of the things of one kind; the rest is alike for all. */
export interface ThingsDeclared<K extends ThingKind, Stored extends Head> {
  readonly kind: K;
  /** how many a channel may have */
  readonly most: number;
  /** what comes in when one is saved */
  readonly bodyShape: Type<object>;
  readonly store: ThingStore<Stored>;
  /** What a person wrote of one. */
  bodyOf(stored: Stored): BodyOf[K];
  /** @param before the same thing as it is now, if it is not new */
  made(body: BodyOf[K], head: Head, before: Stored | undefined): Stored;
  /** A version read again, with what could not be written then. */
  completed(body: Partial<BodyOf[K]>): BodyOf[K];
  faultsOf(stored: Stored, around: CheckedAgainst<Stored>): Faults | Promise<Faults>;
  /**
   * The channel with a draft in force in place of the thing of its id. Only read.
   *
   * @param id its own, or one that no thing has
   */
  inForce(world: World, id: string, body: BodyOf[K]): World;

  /** Those to take over at the start. A store that reads them itself leaves this out. */
  kept?(): Promise<readonly Stored[]>;
  /** @param given what came in, checked by its shape */
  readBody?(given: object): BodyOf[K];
  /** What a person wrote, as it is kept; with its name trimmed unless said otherwise. */
  tidied?(body: BodyOf[K]): BodyOf[K] | Promise<BodyOf[K]>;
  /** What people call it; its name unless said otherwise. */
  titleOf?(stored: Stored): string;
  /** What a page is shown when someone else saved first. */
  current?(stored: Stored): object;
  /** How many versions of one are kept. */
  versionsKept?(body: BodyOf[K]): number;
  /** True for what comes with Gully and is the same everywhere, so that bundles need not carry it. */
  isGiven?(id: string): boolean;
  /** The same, deleted or put back. A kind whose things are of a class makes a copy of its own. @throws Problem */
  withDeletedAt?(stored: Stored, deletedAt: number | null): Stored;
}

/** A declaration with all that it left out. */
export type WholeKind<K extends ThingKind, Stored extends Head> = Required<ThingsDeclared<K, Stored>> & {
  readonly shape: ThingShape<BodyOf[K]>;
  /** what they are called in a sentence */
  readonly words: { readonly one: string; readonly many: string };
};

export function wholeKindOf<K extends ThingKind, Stored extends Head>(
  declared: ThingsDeclared<K, Stored>,
): WholeKind<K, Stored> {
  const shape: ThingShape<BodyOf[K]> = THINGS[declared.kind];
  return {
    kept: () => Promise.resolve([]),
    readBody: (given) => shape.bodyOf(given as BodyOf[K]),
    tidied: (body) => shape.named(body, shape.nameOf(body).trim()),
    titleOf: (stored) => shape.nameOf(declared.bodyOf(stored)),
    current: (stored) => ({ ...declared.bodyOf(stored), id: stored.id, version: stored.version }),
    versionsKept: () => VERSIONS_KEPT,
    isGiven: () => false,
    withDeletedAt: (stored, deletedAt) => ({ ...stored, deletedAt }),
    ...declared,
    shape,
    words: { one: shape.one.replace('-', ' '), many: shape.many.replace('-', ' ') },
  };
}

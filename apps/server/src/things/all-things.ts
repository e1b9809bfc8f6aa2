import { Injectable } from '@nestjs/common';
import type { BodyOf } from '@gully/core/bundles';
import type { World } from '@gully/core/channel';
import { THING_KINDS, type DraftKind, type ThingKind } from '@gully/core/things';
import type { Head } from './declared.js';
import type { Things } from './things.js';

/** A thing of any kind, and what a person wrote of one. */
export type AnyThings = Pick<Things<ThingKind, Head>, keyof Things<ThingKind, Head>>;
export type AnyBody = BodyOf[ThingKind];

/** What may be edited, and be in force in a rehearsal before it is saved. */
export interface Draftable<Body> {
  /** Reads what someone is editing. @throws Problem 422 with the faults by their places, `at` before each */
  readDraft(given: object, at: string): Body | Promise<Body>;
  /** The channel with a draft in force; only read. */
  inForce(world: World, id: string, body: Body): World;
}

/** The things of all kinds, for what is done with them alike. */
@Injectable()
export class AllThings {
  private readonly byKind = new Map<ThingKind, AnyThings>();
  private readonly others = new Map<DraftKind, Draftable<unknown>>();

  add<K extends ThingKind, Stored extends Head>(things: Things<K, Stored>): void {
    this.byKind.set(things.kind, things);
  }

  /** What is edited like a thing, and is none. */
  addDraftable<Body>(kind: Exclude<DraftKind, ThingKind>, draftable: Draftable<Body>): void {
    this.others.set(kind, draftable);
  }

  draftable(kind: DraftKind): Draftable<unknown> {
    return this.others.get(kind) ?? this.of(kind as ThingKind);
  }

  of(kind: ThingKind): AnyThings {
    const things = this.byKind.get(kind);
    if (things === undefined) throw new Error(`no one keeps things of the kind ${kind}`);
    return things;
  }

  /** Those that others refer to come first. */
  inOrder(): readonly AnyThings[] {
    return THING_KINDS.map((kind) => this.of(kind));
  }
}

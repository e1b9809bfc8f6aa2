import { Injectable } from '@nestjs/common';
import type { BodyOf } from '@gully/core/bundles';
import { THING_KINDS, type ThingKind } from '@gully/core/things';
import type { Head, Things } from './things.js';

/** A thing of any kind, and what a person wrote of one. */
export type AnyThings = Things<ThingKind, Head>;
export type AnyBody = BodyOf[ThingKind];

/** The things of all kinds, for what is done with them alike. */
@Injectable()
export class AllThings {
  private readonly byKind = new Map<ThingKind, AnyThings>();

  add<K extends ThingKind, Stored extends Head>(things: Things<K, Stored>): void {
    this.byKind.set(things.kind, things);
  }

  of(kind: ThingKind): AnyThings {
    const things = this.byKind.get(kind);
    if (things === undefined) throw new Error(`nobody keeps things of the kind ${kind}`);
    return things;
  }

  /** Those that others refer to come first. */
  inOrder(): readonly AnyThings[] {
    return THING_KINDS.map((kind) => this.of(kind));
  }
}

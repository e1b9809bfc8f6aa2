import type { QueryClient } from '@tanstack/react-query';
import type { ThingKind } from '@gully/core/things';
import type { SeveralAsked } from '../api/index.js';
import type { Drafts } from '../ui/index.js';

/** What was saved, as the server tells it. */
export interface Kept {
  readonly id: string;
  readonly version: number;
  /** ISO 8601 */
  readonly changedAt: string;
}

/** A kind of thing that is edited as a draft and then saved: a command, a routine, a list, a timer. */
export interface Kind<B extends object, S extends Kept> {
  readonly thing: ThingKind;
  /** as it stands in a sentence: `command` */
  readonly word: string;
  /** where all of them are: `/prepare/commands` */
  readonly path: string;
  readonly drafts: Drafts<B>;
  readonly blank: () => B;
  readonly bodyOf: (saved: S) => B;
  /** what a copy of it begins with; names are not taken twice */
  readonly copyOf: (body: B) => B;
  /** what a person wrote once, as the server keeps it */
  readonly readVersion: (body: object) => B;
  /** what people call it; empty for none */
  readonly nameOf: (body: B, prefix: string) => string;
  /** what of it the rehearsal has in force: an unsaved draft, what is open in any case, or nothing */
  readonly rehearsed: 'draft' | 'open' | 'never';
  /** the parts a person changes, for showing two versions side by side */
  readonly parts: Parts<B>;
  readonly server: {
    create(body: B): Promise<S>;
    replace(id: string, body: B, version: number): Promise<S>;
    remove(id: string): Promise<unknown>;
    restore(id: string): Promise<S>;
    stepBack(id: string, version: number): Promise<S>;
    several(asked: SeveralAsked): Promise<readonly S[]>;
  };
  /** shows what was saved, before the server's news comes */
  place(queries: QueryClient, saved: S): void;
  /** takes it out of what is shown */
  drop(queries: QueryClient, id: string): void;
  /** has it asked for again, when someone else was first */
  refresh(queries: QueryClient): void;
}

/** A part of a thing, with its words: for telling what it was and what it is. */
export interface PartOf<B> {
  readonly label: string;
  of(body: B): unknown;
  words(body: B): string;
}
export type Parts<B> = Readonly<Record<string, PartOf<B>>>;

/** The parts in which two bodies differ. */
export function changedParts<P extends string, B>(parts: Readonly<Record<P, PartOf<B>>>, a: B, b: B): P[] {
  return (Object.keys(parts) as P[]).filter(
    (part) => JSON.stringify(parts[part].of(a)) !== JSON.stringify(parts[part].of(b)),
  );
}

import { PLURALS, type ThingKind } from '@gully/core/things';
import { thingCalls } from '../api/index.js';
import { draftsOf } from '../ui/index.js';
import type { Kept, Kind, Parts } from './kind.js';
import { asksFor, placesIn } from './placing.js';

/** What a kind of thing says of itself; all else is the same for every kind. */
export interface Declared<B extends object, S extends Kept> {
  readonly thing: ThingKind;
  /** as it stands in a sentence; the kind's own word where it is left out */
  readonly word?: string;
  /** where all of them are; `/prepare/` and what several are called where it is left out */
  readonly path?: string;
  /** a new one */
  readonly blank: B;
  readonly bodyOf: (saved: S) => B;
  /** the parts a person changes, for showing two versions side by side */
  readonly parts: Parts<B>;
  /** a body with what an older page or server did not know */
  readonly whole?: (body: Partial<B>) => B;
  /** what a person wrote once, as the server keeps it; `whole` where it is left out */
  readonly readVersion?: (body: object) => B;
  /** what a copy of it begins with; the same by another name where it is left out */
  readonly copyOf?: (body: B) => B;
  /** what people call it; empty for none */
  readonly nameOf?: (body: B, prefix: string) => string;
  /** what lists of them are sorted by; their name where it is left out */
  readonly sortedBy?: (saved: S) => string;
  readonly differ?: (a: B, b: B) => boolean;
  /** the name drafts are stored by, where that is not the kind */
  readonly draftsAs?: string;
  /** what of it the rehearsal has in force: an unsaved draft, what is open in any case, or nothing */
  readonly rehearsed?: Kind<B, S>['rehearsed'];
  /** what is done once it was added */
  readonly added?: (saved: S) => Promise<void>;
  /** what the server answers with, where a page knows more of one */
  readonly from?: (answer: Kept) => S;
  /** has it asked for again with every change, where one alone cannot be put in its place */
  readonly asksAgain?: readonly (readonly string[])[];
}

interface Named {
  readonly name?: string;
}
const namedOf = (thing: object): string => (thing as Named).name ?? '';

/** All there is to a kind of thing on the web, from what it says of itself. */
export function declared<B extends object, S extends Kept>(given: Declared<B, S>): Kind<B, S> {
  const { thing, bodyOf, parts, from = (answer: Kept) => answer as S } = given;
  const word = given.word ?? thing.replace('-', ' ');
  const blank = (): B => structuredClone(given.blank);
  const whole = given.whole ?? ((body: Partial<B>): B => ({ ...blank(), ...body }));
  const calls = thingCalls<ThingKind, B, Kept>(thing);
  return {
    thing,
    word,
    bodyOf,
    parts,
    blank,
    path: given.path ?? `/prepare/${PLURALS[thing]}`,
    nameOf: given.nameOf ?? namedOf,
    rehearsed: given.rehearsed ?? 'draft',
    copyOf: given.copyOf ?? ((body) => ({ ...body, name: `${namedOf(body)} copy` })),
    readVersion: given.readVersion ?? whole,
    drafts: draftsOf<B>({
      kind: given.draftsAs ?? thing,
      blank,
      whole,
      differ: given.differ ?? ((a, b) => JSON.stringify(a) !== JSON.stringify(b)),
    }),
    server: {
      create: async (body) => {
        const saved = from(await calls.create(body));
        await given.added?.(saved);
        return saved;
      },
      replace: async (id, body, version) => from(await calls.replace(id, body, version)),
      remove: (id) => calls.remove(id),
      restore: async (id) => from(await calls.restore(id)),
      stepBack: async (id, version) => from(await calls.stepBack(id, version)),
      several: async (asked) => (await calls.several(asked)).map(from),
    },
    ...(given.asksAgain === undefined
      ? placesIn<S>([PLURALS[thing]], given.sortedBy ?? namedOf)
      : asksFor([[PLURALS[thing]], ...given.asksAgain])),
  };
}

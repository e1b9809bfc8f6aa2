import { PLURALS, type ThingKind } from '@gully/core/things';
import type { ComponentType } from 'react';
import type { Stored } from '../api/index.js';
import { askAgain, thingsQuery } from '../live/index.js';
import { NEW } from '../ui/index.js';
import type { Bundled, Finding, Found, Manifest, Referable } from './manifest.js';

/** A kind of thing that has a place in Prepare: from this come all the pages around its own. */
export interface ThingPlace<K extends ThingKind = ThingKind> {
  readonly kind: K;
  /** its page; the code comes when it is first visited */
  readonly page: () => Promise<ComponentType>;
  /** the group of the index it stands in, and its line there */
  readonly group: string;
  readonly label: string;
  /** further words it is found by */
  readonly words?: readonly string[];
  /** what one is called; the kind's own word where it is left out */
  readonly word?: string;
  /** where all of them are; `/prepare/` and what several are called where it is left out */
  readonly path?: string;
  /** what a person calls one; its name where it is left out */
  readonly titleOf?: (thing: Stored<K>, prefix: string) => string;
  /** the name drafts are stored by, where that is not the kind */
  readonly draftsAs?: string;
  /** how the palette offers to make one; null where a page of its own does that */
  readonly add?: {
    readonly label?: string;
    readonly words?: readonly string[];
    readonly hint?: string;
  } | null;
  /** how the palette shows one that it found, where that is more than its name; null where it finds none */
  readonly found?: ((thing: Stored<K>) => Partial<Found>) | null;
  /** how blanks offer them, where that is not all of them by name; null where no blank holds one */
  readonly refers?:
    | (Partial<Pick<Referable, 'first' | 'picker'>> & {
        readonly fits?: (thing: Stored<K>) => boolean;
        readonly of?: (thing: Stored<K>) => string;
      })
    | null;
  /** how bundles name one, where that is not its title; undefined for one that every channel has */
  readonly bundled?: { readonly word?: string; readonly label?: Bundled['label'] };
  /** other kinds whose changes show in its list */
  readonly heeds?: readonly ThingKind[];
}

/** One place, whatever kind it is of. */
export function thing<K extends ThingKind>(place: ThingPlace<K>): ThingPlace {
  return place as unknown as ThingPlace;
}

interface Named {
  readonly id: string;
  readonly name?: string;
}
const nameOf = (each: object): string => (each as Named).name ?? '';

/** What a place of things brings to the pages around its own. */
export function around(given: ThingPlace): Manifest {
  const { kind, page, group, label, titleOf = nameOf, found, refers, add, heeds = [] } = given;
  const word = given.word ?? kind.replace('-', ' ');
  const path = given.path ?? `/prepare/${PLURALS[kind]}`;
  const query = thingsQuery(kind);
  const finding: Finding = {
    heading: label,
    query,
    found: (things: readonly Stored<ThingKind>[], prefix) =>
      things.map((each) => ({
        label: titleOf(each, prefix),
        to: `${path}/${(each as Named).id}`,
        hint: word,
        ...found?.(each),
      })),
  };
  const referable: Referable = {
    kind,
    query,
    options: (things: readonly Stored<ThingKind>[], prefix) =>
      things.map((each) => ({
        value: (each as Named).id,
        label: titleOf(each, prefix),
        offered: refers?.fits?.(each) ?? true,
        ...(refers?.of === undefined ? {} : { of: refers.of(each) }),
      })),
    first: refers?.first ?? { label: `Make ${withArticle(word)} first`, to: `${path}/${NEW}` },
    ...(refers?.picker === undefined ? {} : { picker: refers.picker }),
  };
  const bundled: Bundled = {
    kind,
    query,
    word: given.bundled?.word ?? word,
    label: given.bundled?.label ?? titleOf,
  };
  return {
    places: [{ path: `${path}/:id?`, load: page }],
    index: [
      {
        mode: 'prepare',
        group,
        to: path,
        label,
        counts: query,
        drafts: `gully.draft.${given.draftsAs ?? kind}.`,
        ...(given.words === undefined ? {} : { words: given.words }),
      },
    ],
    actions: add === null ? [] : [{ label: `Add ${word}`, to: `${path}/${NEW}`, ...add }],
    ...(found === null ? {} : { finding }),
    ...(refers === null ? {} : { referable }),
    opens: { kind, at: `${path}/` },
    bundled: [bundled],
    news: {
      thing: ({ of }) => {
        if (of === kind || heeds.includes(of)) askAgain(query.queryKey);
      },
    },
  };
}

const withArticle = (word: string): string => `${/^[aeiou]/u.test(word) ? 'an' : 'a'} ${word}`;

/** Areas with all that their things bring, as if they had said it themselves. */
export function withThings(areas: readonly Manifest[]): readonly Manifest[] {
  return areas.flatMap(({ things = [], ...area }) => [area, ...things.map(around)]);
}

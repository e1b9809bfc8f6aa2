import type { Role } from '../chat/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import type { OccasionBase } from './occasion.js';

/** What a text may insert with `{{ … }}`: one entry a value, with the words the editor's reference shows. */
export interface ValueEntry {
  readonly path: string;
  readonly means: string;
  /** the heading it stands under */
  readonly about: string;
  /** further words people look for it by */
  readonly words: readonly string[];
}

/** A value's path, or a property of a person, with what it means and words it is found by. */
export type ValueLine = readonly [path: string, means: string, ...words: string[]];

/** Values under one heading. */
export function valuesUnder(about: string, lines: readonly ValueLine[]): ValueEntry[] {
  return lines.map(([path, means, ...words]) => ({ path, means, about, words }));
}

/** What values are worked out from. */
export interface ValuesOf<World, About> {
  readonly occasion: OccasionBase & Partial<About>;
  readonly world: World;
  /** what is remembered for this run alone */
  readonly memory: Readonly<Record<string, string>>;
  /** now, UTC milliseconds; later than the occasion's after a wait */
  readonly at: number;
  /** takes steps for values that take longer the more a channel has */
  readonly pay: (steps: number) => void;
}

/** Someone texts are told about: who started it, or who was named. */
export interface PersonOf {
  readonly person: ViewerFacts;
  readonly roles: readonly Role[];
}

/** What is worked out when it is first asked for, and then kept: a text may use it more than once. */
export function once<T>(work: () => T): () => T {
  let done: { readonly value: T } | undefined;
  return () => (done ??= { value: work() }).value;
}

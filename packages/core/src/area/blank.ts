import type { ReferenceKind } from '../things/index.js';
import type { AnyStep } from './step.js';

/** What kind of plain word a blank takes, for offering those there are. */
export type WordOf = 'counter' | 'remembered' | 'output' | 'time';

/**
 * One blank of a step: what may stand in it. The editor's control, the check, the shape
 * the API takes and the bundle's schema are all made from it.
 */
export type Blank =
  /** several texts with values, at least one */
  | { readonly as: 'texts' }
  | {
      readonly as: 'text';
      readonly label: string;
      readonly example: string;
      readonly most: number;
      /** true where it comes to JSON, so that what people typed must be made ready for that */
      readonly json?: true;
    }
  | { readonly as: 'word'; readonly label: string; readonly of: WordOf }
  | {
      readonly as: 'number';
      readonly label: string;
      readonly least: number;
      readonly most: number;
      /** a span: typed as `90 s` or `1 h 30 min`, kept in seconds */
      readonly unit?: 's';
    }
  | {
      readonly as: 'choice';
      readonly label: string;
      /** the words of each option, by its value */
      readonly options: Readonly<Record<string, string>>;
    }
  /** one of the channel's things, by id */
  | {
      readonly as: 'reference';
      readonly to: ReferenceKind;
      readonly label: string;
      /** which of them, where not all: kinds of media */
      readonly of?: readonly string[];
      /** a further choice beside them, and its words */
      readonly otherwise?: { readonly value: string; readonly words: string };
    }
  | { readonly as: 'conditions' }
  | { readonly as: 'steps'; readonly label: string; readonly least: 0 | 1 }
  | { readonly as: 'branches' };

export type FieldOf<S extends AnyStep> = Exclude<keyof S, 'id' | 'kind'> & string;
export type Blanks<S extends AnyStep> = Readonly<Record<FieldOf<S>, Blank>>;

/** A piece of a step's sentence: plain words, or the name of a blank in braces. */
export type LinePart<S extends AnyStep> = string | { readonly blank: FieldOf<S> };

/** The name behind an id, for sentences. */
export type Names = (to: ReferenceKind, id: string) => string | undefined;
export const NO_NAMES: Names = () => undefined;

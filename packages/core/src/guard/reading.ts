import { foldsOf, type Folded, type Fragment } from './folding.js';
import { shinglesOf, sketchOf } from './similarity.js';
import { skeletonOf } from './skeleton.js';

/** A message as filters look at it. Times are UTC milliseconds. */
export interface Written {
  /** of the message; one that is looked at again is not compared with itself */
  readonly id: string;
  readonly viewer: string;
  readonly text: string;
  readonly at: number;
  /** pictures the platform puts in place of words, in order */
  readonly emotes: readonly Fragment[];
  /** names of those in the room that stand in it; they are not counted as shouting */
  readonly names: readonly Fragment[];
}

/** Characters of a message that are looked at: none that a platform lets through is longer. */
export const READ_LIMIT = 5_000;

/** A text in the forms filters compare it in, each made when it is first asked for. */
export class Forms {
  readonly text: string;
  private letters: readonly Folded[] | undefined;
  private bones: readonly Folded[] | undefined;
  private shingled: ReadonlySet<number> | undefined;
  private sketched: readonly number[] | undefined;

  constructor(text: string) {
    this.text = text.slice(0, READ_LIMIT);
  }

  /** letter by letter as what it may be taken for, the likeliest form first */
  get folds(): readonly Folded[] {
    return (this.letters ??= foldsOf(this.text));
  }

  /** the same as blocked phrases are looked for in */
  get skeletons(): readonly Folded[] {
    return (this.bones ??= this.folds.map(skeletonOf));
  }

  get shingles(): ReadonlySet<number> {
    return (this.shingled ??= shinglesOf(this.text));
  }

  /** by which texts that may be like it are found */
  get sketch(): readonly number[] {
    return (this.sketched ??= sketchOf(this.shingles));
  }
}

/** A message as filters look at it, with the forms of its text. */
export class Reading {
  readonly forms: Forms;

  /** @param forms of the same text, where they are known already */
  constructor(
    readonly written: Written,
    forms?: Forms,
  ) {
    this.forms = forms ?? new Forms(written.text);
  }

  get text(): string {
    return this.forms.text;
  }
  get folds(): readonly Folded[] {
    return this.forms.folds;
  }
  get skeletons(): readonly Folded[] {
    return this.forms.skeletons;
  }
  get shingles(): ReadonlySet<number> {
    return this.forms.shingles;
  }
  get sketch(): readonly number[] {
    return this.forms.sketch;
  }

  /** Whether a place lies in an emote or a name. */
  isSpared(at: number): boolean {
    const inside = ({ from, to }: Fragment): boolean => at >= from && at < to;
    return this.written.emotes.some(inside) || this.written.names.some(inside);
  }
}

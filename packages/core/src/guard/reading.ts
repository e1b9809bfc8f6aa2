import { foldsOf, type Folded, type Fragment } from './folding.js';
import { shinglesOf } from './similarity.js';
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

/** A message with the forms filters compare it in, each made when it is first asked for. */
export class Reading {
  readonly text: string;
  private letters: readonly Folded[] | undefined;
  private bones: readonly Folded[] | undefined;
  private shingled: ReadonlySet<string> | undefined;

  constructor(readonly written: Written) {
    this.text = written.text.slice(0, READ_LIMIT);
  }

  /** letter by letter as what it may be taken for, the likeliest form first */
  get folds(): readonly Folded[] {
    return (this.letters ??= foldsOf(this.text));
  }

  /** the same as blocked phrases are looked for in */
  get skeletons(): readonly Folded[] {
    return (this.bones ??= this.folds.map(skeletonOf));
  }

  get shingles(): ReadonlySet<string> {
    return (this.shingled ??= shinglesOf(this.text));
  }

  /** Whether a place lies in an emote or a name. */
  isSpared(at: number): boolean {
    const inside = ({ from, to }: Fragment): boolean => at >= from && at < to;
    return this.written.emotes.some(inside) || this.written.names.some(inside);
  }
}

import type { Check } from '../chat/index.js';
import type { Kinded } from '../layers/index.js';
import type { OccasionBase } from './occasion.js';

/** How a run ended. */
export interface RunEnd {
  readonly how: 'done' | 'stopped' | 'failed' | 'limited';
  /** in words, empty when there is nothing to add */
  readonly words: string;
}

/** A run that has just ended, for areas something follows from it. */
export interface EndedRun<World, About, Paid = unknown> extends RunEnd {
  readonly id: string;
  readonly owner: string;
  readonly occasion: OccasionBase & Partial<About>;
  /** the world with what the run changed */
  readonly world: World;
  /** what it changed from where it last waited to its end */
  readonly changes: readonly Kinded[];
  /** what was paid for it, if anything */
  readonly paid: Paid | undefined;
  /** something of it was carried out */
  readonly carriedOut: boolean;
  /** why what it was to show was not shown; null once something was shown, undefined where nothing was to be */
  readonly notShown: string | null | undefined;
  /** UTC milliseconds */
  readonly at: number;
  /** a text with the run's values, as lines ready for chat; none for one that cannot be read */
  lines(source: string): readonly string[];
}

/** What follows from the end of a run. */
export interface RunEnding<Change extends Kinded> {
  readonly changes: readonly Change[];
  /** said in chat */
  readonly lines: readonly string[];
  readonly notes: readonly Check[];
}

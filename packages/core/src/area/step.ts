import type { ViewerFacts } from '../viewers/index.js';
import type { OccasionBase } from './occasion.js';

/** Every step has an id that names it within its routine, so that what is remembered of it survives moving it. */
export interface StepBase {
  readonly id: string;
}
export interface AnyStep extends StepBase {
  readonly kind: string;
}

/** What happens to the rest when a step fails. */
export const AFTER_FAILURE = ['go-on', 'stop'] as const;
export interface MayFail {
  readonly ifFails: (typeof AFTER_FAILURE)[number];
}

/** The blank every step has that may fail. */
export const IF_FAILS = {
  as: 'choice',
  label: 'If it fails',
  options: { 'go-on': 'go on', stop: 'stop here' },
} as const;

/** Something that could not be done. */
export interface Failure {
  /** why not, in words that follow a name */
  readonly words: string;
  /** true where everyone would be told the same, so that chat needs to hear it only once */
  readonly forAll: boolean;
}

/** The word for why the last step that could not be done was not: `remembered.failure`. */
export const FAILURE = 'failure';

/** The viewer who started it, or the one they named; without a name, the former. */
export type StarterOrNamed = 'viewer' | 'target';

/** The words of that choice. */
export const STARTER_OR_NAMED = { viewer: 'the viewer who started it', target: 'the viewer named' } as const;

export function personOf(
  whom: StarterOrNamed,
  { viewer, target }: Pick<OccasionBase, 'viewer' | 'target'>,
): ViewerFacts {
  return whom === 'viewer' ? viewer : target;
}

import type { Slice } from '../layers/index.js';
import { durationInWords } from '../text/index.js';
import type { GraceView } from './view.js';

/** Someone may post links for a while. */
export interface GraceChange {
  readonly kind: 'grace';
  /** the viewer's id, and their name */
  readonly viewer: string;
  readonly name: string;
  /** UTC milliseconds */
  readonly until: number;
  readonly at: number;
  /** who let them, by name */
  readonly by: string;
}

export const GRACE: Slice<{ readonly grace: GraceView & { readonly seconds: () => number } }, GraceChange> = {
  begin() {
    const until = new Map<string, number>();
    return {
      over: ({ grace: under }) => ({
        grace: { ...under, until: (viewer) => until.get(viewer) ?? under.until(viewer) },
      }),
      apply: (change) => {
        until.set(change.viewer, change.until);
      },
    };
  },
  words: ({ name, until, at }) => [`lets ${name} post links for ${durationInWords(until - at)}`],
};

import { atMost, faultsOf, rangeFault, type Filter } from '../filter.js';
import { similarity } from '../similarity.js';

export interface WaveSettings {
  /** viewers who may write nearly the same, this one counted */
  readonly most: number;
  readonly seconds: number;
  /** per cent from which two texts are nearly the same */
  readonly alike: number;
  /** letters from which a message is looked at: many say *hello* at once */
  readonly from: number;
}

/** Nearly the same text from many different viewers within some seconds. */
export const WAVE: Filter<WaveSettings> = {
  name: 'wave',
  title: 'Copy-paste wave',
  ofText: false,
  blank: { most: 4, seconds: 30, alike: 80, from: 25 },
  faults: ({ most, seconds, alike, from }) =>
    faultsOf({
      most: rangeFault(most, 1, 100),
      seconds: rangeFault(seconds, 1, 600),
      alike: rangeFault(alike, 30, 100),
      from: rangeFault(from, 1, 500),
    }),
  prepare: ({ most, seconds, alike, from }) => ({
    measure(reading, before) {
      const { text, shingles, written } = reading;
      const viewers = new Set([written.viewer]);
      const since = written.at - seconds * 1000;
      if (shingles.size >= from - 2)
        for (const each of before.near(since)) {
          // Comparing is what takes long, and of those counted already it tells nothing.
          const others = [...each.viewers].filter(
            ([viewer, at]) => at > since && at <= written.at && !viewers.has(viewer),
          );
          if (others.length === 0 || similarity(shingles, each.shingles, alike / 100) * 100 < alike) continue;
          for (const [viewer] of others) viewers.add(viewer);
        }
      return atMost(
        viewers.size,
        most,
        {
          measure: `${String(viewers.size)} ${viewers.size === 1 ? 'viewer' : 'viewers'} wrote this in ${String(seconds)} s`,
          allowed: `at most ${String(most)}`,
        },
        [{ from: 0, to: text.length }],
      );
    },
  }),
};

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
      if (shingles.size >= from - 2)
        for (const each of before.near()) {
          if (similarity(shingles, each.shingles) * 100 < alike) continue;
          for (const [viewer, at] of each.viewers)
            if (at <= written.at && written.at - at < seconds * 1000) viewers.add(viewer);
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

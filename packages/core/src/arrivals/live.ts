import type { LiveArea } from '../area/index.js';
import type { Slice } from '../layers/index.js';
import type { ArrivalChange, ArrivalsTypes } from './types.js';

const ARRIVAL: Slice<ArrivalsTypes['view'], ArrivalChange> = {
  begin() {
    const arrived = new Map<string, number>();
    return {
      over: ({ arrivals: under }) => ({
        arrivals: {
          has: (viewer) => arrived.has(viewer) || under.has(viewer),
          last: (viewer) => arrived.get(viewer) ?? under.last(viewer),
        },
      }),
      apply: ({ viewer, at }) => {
        arrived.set(viewer, at);
      },
    };
  },
  words: (_, { name }) => [`${name} has arrived in this stream`],
};

export const ARRIVALS_LIVE: LiveArea<ArrivalsTypes> = {
  empty: { arrivals: { has: () => true, last: () => undefined } },
  slices: { arrival: ARRIVAL },
};

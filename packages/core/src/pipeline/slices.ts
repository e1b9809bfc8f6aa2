import { RANKED } from '../currency/index.js';
import { REFUSED, USE } from '../commands/index.js';
import { GUARD_SLICES } from '../guard/index.js';
import { Layers, NOT_LOOKED_AT, type About, type Slice, type Slices } from '../layers/index.js';
import { HEARD } from '../plays/index.js';
import { ROUTINE_SLICES } from '../routines/index.js';
import type { ArrivalChange, Change, World } from './decision.js';

const ARRIVAL: Slice<Pick<World, 'arrivals'>, ArrivalChange> = {
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

/** Every kind of change there is. One without a slice does not compile. */
export const SLICES: Slices<World, Change> = {
  ...ROUTINE_SLICES,
  use: USE,
  refused: REFUSED,
  arrival: ARRIVAL,
  ranked: RANKED,
  heard: HEARD,
  ...GUARD_SLICES,
  // Where timers are only laid over, who plays them keeps when each fired.
  timer: { begin: () => NOT_LOOKED_AT, words: () => [] },
};

/** Changes of every kind above the channel as it is, which is only read. */
export function channelLayers(): Layers<World, Change> {
  return new Layers(SLICES);
}

/** What a change does, for lists of effects. */
export function changeInWords(change: Change, about: About<World>): readonly string[] {
  const slice: Slice<World, never> = SLICES[change.kind];
  return slice.words(change as never, about);
}

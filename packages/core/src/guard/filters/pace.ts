import { atMost, faultsOf, rangeFault, type Filter } from '../filter.js';

export interface PaceSettings {
  /** messages in that time, the last one counted */
  readonly most: number;
  readonly seconds: number;
}

/** How many messages one viewer writes within some seconds. */
export const PACE: Filter<PaceSettings> = {
  name: 'pace',
  title: 'Pace',
  ofText: false,
  blank: { most: 8, seconds: 10 },
  faults: ({ most, seconds }) =>
    faultsOf({ most: rangeFault(most, 1, 100), seconds: rangeFault(seconds, 1, 600) }),
  prepare: ({ most, seconds }) => ({
    measure({ written: { at }, text }, { own }) {
      const count = 1 + own.filter((each) => at - each.at < seconds * 1000).length;
      return atMost(
        count,
        most,
        {
          measure: `${String(count)} ${count === 1 ? 'message' : 'messages'} in ${String(seconds)} s`,
          allowed: `at most ${String(most)}`,
        },
        [{ from: 0, to: text.length }],
      );
    },
  }),
};

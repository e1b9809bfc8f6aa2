import type { Slice } from '../layers/index.js';
import type { CairnView, StonesChange } from './cairn.js';

export interface CairnsView {
  all(): readonly CairnView[];
}

/** Stones that were laid, above cairns that are only read. */
export const STONES: Slice<{ readonly cairns: CairnsView }, StonesChange> = {
  begin() {
    const laid = new Map<string, number>();
    return {
      over: ({ cairns }) => ({
        cairns: {
          all: () =>
            cairns.all().map((each) => ({ ...each, stones: each.stones + (laid.get(each.id) ?? 0) })),
        },
      }),
      apply: ({ cairn, count }) => {
        laid.set(cairn, (laid.get(cairn) ?? 0) + count);
      },
    };
  },
  words: ({ cairn, count }, { world }) => {
    const found = world.cairns.all().find(({ id }) => id === cairn);
    return found === undefined ? [] : [`lays ${String(count)} on ${found.name}`];
  },
};

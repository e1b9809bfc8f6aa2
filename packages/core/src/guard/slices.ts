import type { Slice, Slices } from '../layers/index.js';
import { followsInWords } from './stage.js';
import { filterOf } from './registry.js';
import { Recent } from './recent.js';
import { standingAfter, viewerOf } from './standing.js';
import type {
  GuardChange,
  GuardStanding,
  GuardWorld,
  LookedChange,
  ModeratedChange,
  ToldChange,
} from './view.js';

type Area = Pick<GuardWorld, 'guard'>;

const LOOKED: Slice<Area, LookedChange> = {
  begin() {
    const recent = new Recent();
    return {
      over: ({ guard: under }) => ({
        guard: {
          ...under,
          formsOf: (text) => recent.formsOf(text) ?? under.formsOf(text),
          before: (reading) => {
            const [here, below] = [recent.before(reading), under.before(reading)];
            return {
              own: [...here.own, ...below.own],
              near: (since) => [...here.near(since), ...below.near(since)],
            };
          },
        },
      }),
      apply: ({ reading }) => {
        recent.add(reading);
      },
    };
  },
  words: () => [],
};

const MODERATED: Slice<Area, ModeratedChange> = {
  begin() {
    const standings = new Map<string, GuardStanding>();
    return {
      over: ({ guard: under }) => ({
        guard: { ...under, standingOf: (viewer) => standings.get(viewer) ?? under.standingOf(viewer) },
      }),
      apply: (change, { guard }) => {
        const viewer = viewerOf(change);
        standings.set(viewer, standingAfter(guard.standingOf(viewer), change));
      },
    };
  },
  words(change) {
    if (change.act === 'undone') return ['undoes a catch'];
    // What was bought is told of as a purchase.
    if (change.act === 'person' && change.does === 'bench') return [];
    if (change.act === 'person') return [`${change.by}: ${change.does} ${change.name}`];
    const { caught } = change;
    return [`catches it for ${filterOf(caught.filter).title.toLowerCase()}: ${followsInWords(caught)}`];
  },
};

const TOLD: Slice<Area, ToldChange> = {
  begin() {
    let last: number | undefined;
    return {
      over: ({ guard: under }) => ({ guard: { ...under, toldAt: () => last ?? under.toldAt() } }),
      apply: ({ at }) => {
        last = at;
      },
    };
  },
  words: () => [],
};

/** Every kind of change the guard makes. */
export const GUARD_SLICES: Slices<Area, GuardChange> = {
  looked: LOOKED,
  moderated: MODERATED,
  told: TOLD,
};

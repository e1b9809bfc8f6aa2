import { NOT_LOOKED_AT, type Slice } from '../layers/index.js';
import type { DrawState } from '../random/index.js';
import type { CounterChange, CounterState, DrawChange, RememberedChange, RoutinesTypes } from './types.js';

type View = RoutinesTypes['view'];

const COUNTER: Slice<Pick<View, 'counters'>, CounterChange> = {
  begin() {
    const counters = new Map<string, CounterState>();
    return {
      over: ({ counters: under }) => ({
        counters: {
          of: (name) => counters.get(name) ?? under.of(name),
          names: () => [...new Set([...under.names(), ...counters.keys()])],
        },
      }),
      apply: ({ counter, value }, before) => {
        counters.set(counter, { value, most: Math.max(before.counters.of(counter)?.most ?? value, value) });
      },
    };
  },
  words: ({ counter, value }) => [`sets the counter ${counter} to ${String(value)}`],
};

const DRAW: Slice<Pick<View, 'draws'>, DrawChange> = {
  isOfUse: false,
  begin() {
    const draws = new Map<string, DrawState>();
    return {
      over: ({ draws: under }) => ({
        draws: { of: (owner, step) => draws.get(`${owner} ${step}`) ?? under.of(owner, step) },
      }),
      apply: ({ owner, step, state }) => {
        draws.set(`${owner} ${step}`, state);
      },
    };
  },
  words: ({ state }) => [
    `${String(state.left.length)} of ${String(state.count)} texts are left in this round`,
  ],
};

const REMEMBERED: Slice<Pick<View, 'memory'>, RememberedChange> = {
  begin() {
    /** null for what was forgotten here */
    const kept = new Map<string, string | null>();
    const names = new Set<string>();
    return {
      over: ({ memory: under }) => ({
        memory: {
          recall: (span, viewer, name) => {
            const here = kept.get(`${span} ${viewer} ${name}`);
            return here === undefined ? under.recall(span, viewer, name) : (here ?? undefined);
          },
          names: () => (names.size === 0 ? under.names() : [...new Set([...under.names(), ...names])]),
        },
      }),
      apply: ({ span, viewer, name, text }) => {
        kept.set(`${span} ${viewer} ${name}`, text);
        if (text !== null) names.add(name);
      },
    };
  },
  words: ({ name, text }) =>
    text === null ? [`forgets ${name}`] : [`remembers ${name}: ${text === '' ? 'nothing' : text}`],
};

/** Every kind of change a routine makes by itself. */
export const ROUTINE_SLICES = {
  counter: COUNTER,
  draw: DRAW,
  remembered: REMEMBERED,
  // A run is played to its end where it is only laid over, and does not see itself.
  run: { begin: () => NOT_LOOKED_AT, words: () => [] },
  'run-ended': { begin: () => NOT_LOOKED_AT, words: () => [] },
} as const;

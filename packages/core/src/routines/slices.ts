import { NOT_LOOKED_AT, type Slice, type Slices } from '../layers/index.js';
import { DRAWN } from '../lists/index.js';
import type { DrawState } from '../random/index.js';
import type {
  CounterChange,
  CounterState,
  DrawChange,
  RememberedChange,
  RoutineChange,
  RoutineWorld,
} from './world.js';

const COUNTER: Slice<Pick<RoutineWorld, 'counter' | 'counterNames'>, CounterChange> = {
  begin() {
    const counters = new Map<string, CounterState>();
    return {
      over: (under) => ({
        counter: (name) => counters.get(name) ?? under.counter(name),
        counterNames: () => [...new Set([...under.counterNames(), ...counters.keys()])],
      }),
      apply: ({ counter, value }, before) => {
        counters.set(counter, { value, most: Math.max(before.counter(counter)?.most ?? value, value) });
      },
    };
  },
  words: ({ counter, value }) => [`sets the counter ${counter} to ${String(value)}`],
};

const DRAW: Slice<Pick<RoutineWorld, 'drawState'>, DrawChange> = {
  begin() {
    const draws = new Map<string, DrawState>();
    return {
      over: (under) => ({
        drawState: (owner, step) => draws.get(`${owner} ${step}`) ?? under.drawState(owner, step),
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

const REMEMBERED: Slice<Pick<RoutineWorld, 'remembered' | 'rememberedNames'>, RememberedChange> = {
  begin() {
    /** null for what was forgotten here */
    const kept = new Map<string, string | null>();
    const names = new Set<string>();
    return {
      over: (under) => ({
        remembered: (span, viewer, name) => {
          const here = kept.get(`${span} ${viewer} ${name}`);
          return here === undefined ? under.remembered(span, viewer, name) : (here ?? undefined);
        },
        rememberedNames: () =>
          names.size === 0 ? under.rememberedNames() : [...new Set([...under.rememberedNames(), ...names])],
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

/** Every kind of change a routine makes. */
export const ROUTINE_SLICES: Slices<RoutineWorld, RoutineChange> = {
  counter: COUNTER,
  draw: DRAW,
  drawn: DRAWN,
  remembered: REMEMBERED,
  // Nothing looks at what was posted; where it is only laid over, it is not sent.
  post: {
    begin: () => NOT_LOOKED_AT,
    words: ({ webhook, body }) => [`posts to ${webhook}: ${body}`],
  },
  // A run is played to its end where it is only laid over, and does not see itself.
  run: { begin: () => NOT_LOOKED_AT, words: () => [] },
  'run-ended': { begin: () => NOT_LOOKED_AT, words: () => [] },
};

import { POSTED } from '../currency/index.js';
import { NOT_LOOKED_AT, type Slice, type Slices } from '../layers/index.js';
import { DRAWN } from '../lists/index.js';
import type { DrawState } from '../random/index.js';
import { BUMP, HANDLE, QUEUE } from '../queue/index.js';
import { PLAYED } from '../plays/index.js';
import { REDEMPTION } from '../redemptions/index.js';
import { STAGE } from '../stage/index.js';
import { durationInWords } from '../text/index.js';
import type {
  CounterChange,
  CounterState,
  DrawChange,
  GraceChange,
  RememberedChange,
  RoutineChange,
  RoutineWorld,
} from './world.js';

const COUNTER: Slice<Pick<RoutineWorld, 'counters'>, CounterChange> = {
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

const DRAW: Slice<Pick<RoutineWorld, 'draws'>, DrawChange> = {
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

const REMEMBERED: Slice<Pick<RoutineWorld, 'memory'>, RememberedChange> = {
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

const GRACE: Slice<Pick<RoutineWorld, 'grace'>, GraceChange> = {
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

/** Every kind of change a routine makes. */
export const ROUTINE_SLICES = {
  counter: COUNTER,
  draw: DRAW,
  drawn: DRAWN,
  remembered: REMEMBERED,
  grace: GRACE,
  posted: POSTED,
  queue: QUEUE,
  bump: BUMP,
  handle: HANDLE,
  redemption: REDEMPTION,
  played: PLAYED,
  stage: STAGE,
  // Nothing looks at what was posted; where it is only laid over, it is not sent.
  post: {
    begin: () => NOT_LOOKED_AT,
    words: ({ webhook, body }) => [`posts to ${webhook}: ${body}`],
  },
  // A run is played to its end where it is only laid over, and does not see itself.
  run: { begin: () => NOT_LOOKED_AT, words: () => [] },
  'run-ended': { begin: () => NOT_LOOKED_AT, words: () => [] },
} satisfies Slices<RoutineWorld, RoutineChange>;

import type { Step } from '../channel/index.js';
import { describe, expect, test } from '@jest/globals';
import { prepareRoutine, routineOf, sayOnly, type PreparedNamed } from '../routines/index.js';
import { BLANK_ROUTINE } from '../routines/index.js';
import { OFFLINE } from '../stream/index.js';
import { TestChannel, worldOf } from '../test-support/index.js';
import { strangerFacts } from '../viewers/index.js';
import {
  beginTimer,
  BLANK_TIMER,
  factOf,
  firingChecks,
  newState,
  prepareTimer,
  type Timer,
} from './index.js';

const SELF = strangerFacts('self', 'lanternhour', ['streamer'], 0);
const START = { cause: 'c', viewer: SELF, at: 1_000, checks: [] };
const timer = (more: Partial<Timer>): Timer => ({ ...BLANK_TIMER, id: 't', name: 'Rope rules', ...more });
const world = worldOf([], { stream: { ...OFFLINE, live: true, liveSince: 0, category: 'Underledge' } });

describe('what a timer begins', () => {
  test('a text is said by the bot for all, one after the other', () => {
    const two = timer({ texts: ['first, {{ channel.name }}', 'second'], order: 'turn' });
    const prepared = prepareTimer(two);
    const channel = new TestChannel();
    const said = [1, 2, 3].map((n) => {
      const begun = beginTimer(two, prepared, { ...START, cause: `c${String(n)}` }, channel.world);
      if (!('started' in begun)) throw new Error('it was refused');
      const draws = begun.started.changes.filter((change) => change.kind === 'draw');
      for (const draw of draws) {
        const before = channel.world;
        channel.world = { ...before, draws: { of: () => draw.state } };
      }
      expect(begun.started).toMatchObject({ title: 'Rope rules', owner: 't', ended: { how: 'done' } });
      expect(begun.started.occasion.by).toBe('the timer Rope rules');
      return begun.started.effects.flatMap((effect) => (effect.kind === 'say' ? effect.lines : []));
    });
    expect(said).toEqual([
      [`first, ${channel.world.channelName}`],
      ['second'],
      [`first, ${channel.world.channelName}`],
    ]);
  });

  test('a text that is empty once filled in says nothing, and says why', () => {
    const empty = timer({ texts: ['{{ event.message }}'] });
    const begun = beginTimer(empty, prepareTimer(empty), START, world);
    expect(begun).toMatchObject({ started: { effects: [], ended: { how: 'done' } } });
    expect('started' in begun && begun.started.checks.map(({ rule }) => rule)).toEqual([
      'Step 1: nothing to say',
    ]);
  });

  test.each<[string, Partial<PreparedNamed['named']>, RegExp]>([
    ['off', { enabled: false }, /is on/u],
    [
      'for another category',
      { when: { ...BLANK_ROUTINE.when, categories: ['Map drawing'] } },
      /Map drawing/u,
    ],
  ])('a routine that is %s is refused, and what stopped it stands last', (_, more, rule) => {
    const named = { ...BLANK_ROUTINE, id: 'r', name: 'Ask', routine: sayOnly('which lamp?'), ...more };
    const prepared: PreparedNamed = { ...prepareRoutine('r', 'Ask', named.routine), named };
    const begun = beginTimer(timer({ does: 'routine', runs: 'r' }), prepared, START, world);
    expect('refused' in begun && begun.refused.at(-1)).toMatchObject({
      rule: expect.stringMatching(rule),
      outcome: 'stopped',
    });
  });

  test('a routine that waits continues later, and one that runs already is skipped where it says so', () => {
    const wait: Step = { kind: 'wait', id: 'w', seconds: 20 };
    const routine = { ...routineOf([wait]), whileRunning: 'skip' as const };
    const prepared = prepareRoutine('r', 'Slow', routine);
    const runs = timer({ does: 'routine', runs: 'r' });
    expect(beginTimer(runs, prepared, START, world)).toMatchObject({ started: { ended: undefined } });
    const busy = { ...world, runs: { of: () => ({ running: 1, inTurn: 0 }) } };
    expect(beginTimer(runs, prepared, START, busy)).toMatchObject({
      refused: [{ rule: 'Not while it runs', outcome: 'stopped' }],
    });
  });
});

test('why it fired names each condition with what was met', () => {
  const moment = { running: 1_500_000, at: 0, stream: OFFLINE, timeZone: 'UTC', connected: true };
  const words = (
    more: Partial<Timer>,
    state: Partial<ReturnType<typeof newState>>,
    said: number[],
  ): string[] => {
    const timed = { timer: timer(more), state: { ...newState(0), ...state } };
    const fact = factOf(
      timed,
      said.map((at) => ({ at, lines: 1 })),
      moment,
    );
    return firingChecks(timed.timer, fact, { seconds: 90 }).map(({ rule, measure }) => `${rule}: ${measure}`);
  };
  expect(words({ interval: 20, lines: 10 }, { lines: 14 }, [1_200_000])).toEqual([
    'Every 20 min: waited 25 min',
    'After 10 lines: 14 lines',
    'Breathing room of 90 s: 5 min since a timer',
  ]);
  expect(words({ interval: 20, lines: 0, first: 25 }, { opening: true }, [])).toEqual([
    'First 25 min after going live: live for 25 min',
    'Breathing room of 90 s: no timer spoke lately',
  ]);
});

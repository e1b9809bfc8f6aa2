import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { chanceFrom } from '../random/index.js';
import { OFFLINE } from '../stream/index.js';
import {
  BLANK_TIMER,
  checkTimer,
  counted,
  decideTimers,
  fired,
  LONGEST_PAUSE_MS,
  newState,
  paceInWords,
  saidAfter,
  standingInWords,
  timerStandingOf,
  timersInOrder,
  tick,
  waitOf,
  WINDOW_MINUTES,
  wentLive,
  type Moment,
  type RunningClock,
  type Said,
  type Timed,
  type TimerBody,
} from './index.js';

const MINUTE = 60_000;
const CHANCE = chanceFrom(() => 0.5);
const LIVE = { ...OFFLINE, live: true, liveSince: 0 };

function timed(id: string, more: Partial<TimerBody> = {}, state = newState(0)): Timed {
  return { timer: { ...BLANK_TIMER, name: id, texts: ['hello'], ...more, id }, state };
}
function momentAt(running: number, more: Partial<Moment> = {}): Moment {
  return { running, at: running, stream: LIVE, timeZone: 'UTC', connected: true, ...more };
}

interface Fired {
  readonly id: string;
  readonly at: number;
  readonly waited: number;
  readonly wait: number;
  readonly lines: number;
}

/** Goes through an evening as the server does: a look every few seconds, and one at each line. */
function evening(
  timers: readonly Timed[],
  room: { seconds: number; most: number },
  minutes: number,
  linesAt: (second: number) => number,
): Fired[] {
  let all = timers;
  let said: Said[] = [];
  const log: Fired[] = [];
  for (let second = 0; second <= minutes * 60; second += 5) {
    const moment = momentAt(second * 1_000);
    all = all.map((each) => ({ ...each, state: counted(each.state, linesAt(second)) }));
    for (;;) {
      const { fires } = decideTimers(all, said, room, moment);
      if (fires === undefined) break;
      const { timer, state } = fires;
      const waited = moment.running - state.since;
      log.push({ id: timer.id, at: moment.running, waited, wait: waitOf(timer, state), lines: state.lines });
      said = saidAfter(said, moment.running, 1);
      const next = fired(state, moment, 1, CHANCE);
      all = all.map((each) => (each.timer.id === timer.id ? { ...each, state: next } : each));
    }
  }
  return log;
}

const someTimers = fc
  .array(
    fc.record({
      interval: fc.integer({ min: 1, max: 40 }),
      lines: fc.integer({ min: 0, max: 12 }),
      first: fc.option(fc.integer({ min: 0, max: 20 })),
      jitter: fc.integer({ min: 0, max: 30 }),
    }),
    { minLength: 1, maxLength: 12 },
  )
  .map((bodies) => bodies.map((body, n) => timed(`t${String(n)}`, body, wentLive(newState(0), 0))));
const someRoom = fc.record({
  seconds: fc.integer({ min: 0, max: 240 }),
  most: fc.integer({ min: 1, max: 8 }),
});

describe('timers', () => {
  test('never fire before both conditions, nor closer than breathing room, nor more than it allows', () => {
    fc.assert(
      fc.property(
        someTimers,
        someRoom,
        fc.array(fc.nat(3), { minLength: 1, maxLength: 40 }),
        (all, room, chat) => {
          const log = evening(all, room, 120, (second) => chat[(second / 5) % chat.length] ?? 0);
          const linesOf = new Map(all.map(({ timer }) => [timer.id, timer.lines]));
          for (const { id, waited, wait, lines } of log) {
            expect(waited).toBeGreaterThanOrEqual(wait);
            expect(lines).toBeGreaterThanOrEqual(linesOf.get(id) ?? 0);
          }
          log.slice(1).forEach(({ at }, n) => {
            expect(at - (log[n]?.at ?? 0)).toBeGreaterThanOrEqual(room.seconds * 1_000);
          });
          for (const { at } of log) {
            const within = log.filter((other) => other.at <= at && other.at > at - WINDOW_MINUTES * MINUTE);
            expect(within.length).toBeLessThanOrEqual(room.most);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  test('every timer gets its turn while people write, however little room there is', () => {
    fc.assert(
      fc.property(someTimers, fc.integer({ min: 30, max: 200 }), (all, seconds) => {
        const intervals = all.map(({ timer }) => timer.interval);
        // Nobody waits longer than all others take together, in proportion to the shortest interval.
        const round = (seconds * all.length) / 60;
        const share = 2 + round / Math.min(...intervals);
        const minutes = Math.max(...intervals) * 1.3 * share + 20 + round;
        fc.pre(minutes < 600);
        const log = evening(all, { seconds, most: 100 }, minutes, () => 5);
        expect(new Set(log.map(({ id }) => id)).size).toBe(all.length);
      }),
      { numRuns: 40 },
    );
  });

  test('two hundred that are due at once go one after the other, the longest waiting in proportion first', () => {
    const all = Array.from({ length: 200 }, (_, n) =>
      timed(`t${String(n).padStart(3, '0')}`, { interval: n + 1, lines: 0 }),
    );
    const moment = momentAt(300 * MINUTE);
    const { fires, ready, lookIn } = decideTimers(all, [], { seconds: 90, most: 5 }, moment);
    expect(ready).toHaveLength(200);
    expect(fires?.timer.id).toBe('t000');
    expect(lookIn).toBeUndefined();
    const after = decideTimers(all, [{ at: moment.running, lines: 1 }], { seconds: 90, most: 5 }, moment);
    expect(after).toMatchObject({ fires: undefined, lookIn: 90_000 });
    const full = Array.from({ length: 5 }, (_, n) => ({ at: moment.running - (9 - n) * MINUTE, lines: 1 }));
    expect(decideTimers(all, full, { seconds: 90, most: 5 }, moment)).toMatchObject({
      fires: undefined,
      lookIn: MINUTE,
    });
  });

  test.each<[string, Partial<TimerBody>, Partial<Moment>, Partial<Timed['state']>, RegExp]>([
    ['off', { enabled: false }, {}, {}, /^off$/u],
    ['held', {}, {}, { held: true }, /held/u],
    ['offline', {}, { stream: OFFLINE }, {}, /only when live: offline/u],
    ['out of the room', {}, { connected: false }, {}, /not in the chat room/u],
    ['kept quiet', {}, { quiet: true }, {}, /quiet is on/u],
    ['outside its hours', { when: { ...BLANK_TIMER.when, from: '03:00', to: '04:00' } }, {}, {}, /03:00/u],
  ])('that is %s waits, and fires once when it may again', (_, body, moment, state, words) => {
    const kept = timed('t', { interval: 5, lines: 2, ...body }, { ...newState(0), lines: 900, ...state });
    const stopped = momentAt(120 * MINUTE, moment);
    expect(timerStandingOf(kept, stopped)).toMatchObject({
      ready: false,
      stopped: expect.stringMatching(words),
    });
    expect(decideTimers([kept], [], { seconds: 0, most: 100 }, stopped).fires).toBeUndefined();
    const free = timed('t', { interval: 5, lines: 2 }, { ...kept.state, held: false });
    const now = momentAt(120 * MINUTE);
    expect(decideTimers([free], [], { seconds: 0, most: 100 }, now).fires).toBeDefined();
    const again = { ...free, state: fired(free.state, now, 1, CHANCE) };
    expect(decideTimers([again], [], { seconds: 0, most: 100 }, now).fires).toBeUndefined();
  });

  test('going live begins each wait again, at the first time where one is given', () => {
    const state = { ...newState(0), lines: 50, held: true, times: 4 };
    const opened = wentLive(state, 90 * MINUTE);
    expect(opened).toMatchObject({ lines: 0, held: false, times: 0 });
    const soon = timed('soon', { interval: 30, lines: 0, first: 3 }, opened);
    const later = timed('later', { interval: 30, lines: 0 }, opened);
    expect(timerStandingOf(soon, momentAt(93 * MINUTE)).ready).toBe(true);
    expect(timerStandingOf(later, momentAt(93 * MINUTE)).dueIn).toBe(27 * MINUTE);
    const next = fired(opened, momentAt(93 * MINUTE), 1, CHANCE);
    expect(waitOf(soon.timer, next)).toBe(30 * MINUTE);
  });

  test('jitter stays within its percent, whatever chance gives', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 30 }),
        fc.double({ min: 0, max: 1, maxExcluded: true, noNaN: true }),
        (jitter, number) => {
          const state = fired(
            newState(0),
            momentAt(0),
            1,
            chanceFrom(() => number),
          );
          const wait = waitOf(timed('t', { interval: 20, jitter }).timer, state) / (20 * MINUTE);
          expect(Math.abs(wait - 1)).toBeLessThanOrEqual(jitter / 100 + 1e-9);
        },
      ),
    );
  });
});

describe('the running clock', () => {
  test('counts what passes while Gully looks, and nothing else: it never jumps', () => {
    const steps = fc.array(
      fc.oneof(
        fc.integer({ min: 0, max: LONGEST_PAUSE_MS }),
        fc.integer({ min: -10 * 60 * MINUTE, max: 10 * 60 * MINUTE }),
      ),
    );
    fc.assert(
      fc.property(steps, (passed) => {
        let clock: RunningClock = { running: 0, at: 1_000_000 };
        for (const ms of passed) {
          const next = tick(clock, clock.at + ms);
          const counts = ms > 0 && ms <= LONGEST_PAUSE_MS;
          expect(next.running - clock.running).toBe(counts ? ms : 0);
          clock = next;
        }
      }),
    );
  });
});

describe('a timer that is saved', () => {
  test.each<[Partial<TimerBody>, string]>([
    [{ interval: 0 }, 'interval'],
    [{ interval: 0.5 }, 'interval'],
    [{ interval: 10_000 }, 'interval'],
    [{ lines: -1 }, 'lines'],
    [{ jitter: 31 }, 'jitter'],
    [{ first: 1_441 }, 'first'],
    [{ name: ' ' }, 'name'],
    [{ name: 'rope RULES' }, 'name'],
    [{ texts: [] }, 'texts.0'],
    [{ texts: ['good', ' '] }, 'texts.1'],
    [{ texts: ['{{ broken'] }, 'texts.0'],
    [{ does: 'routine' }, 'runs'],
    [{ does: 'routine', runs: 'gone' }, 'runs'],
    [{ does: 'command', runs: 'hug' }, 'runs'],
  ])('with %j is told what is wrong at %s', (part, place) => {
    const body = { ...BLANK_TIMER, name: 'Map night', texts: ['Thursday'], ...part };
    const about = { routines: new Set<string>(), commands: new Map([['hug', 'It asks for a viewer']]) };
    expect(Object.keys(checkTimer(body, [{ name: 'Rope rules' }], about))).toEqual([place]);
  });

  test('says in words what interval and lines come to', () => {
    const rate = { usual: 1, quiet: 0.25, busy: 20, replies: 0, streams: 3 };
    expect(paceInWords({ interval: 17, lines: 10 }, rate)).toBe(
      'about every 17 min; in a quiet room every 40 min; in a silent room never',
    );
    expect(paceInWords({ interval: 90, lines: 0 }, rate)).toBe('about every 1 h 30 min');
    expect(paceInWords({ interval: 5, lines: 10 }, { ...rate, quiet: 0 })).toBe(
      'about every 10 min; in a quiet room never',
    );
  });
});

test('of several that are ready, each is told when breathing room lets it', () => {
  const ready = (id: string, since: number): Timed => timed(id, { interval: 10, lines: 0 }, newState(since));
  const timers = [ready('late', -30 * MINUTE), ready('later', -60 * MINUTE), ready('not', 5 * MINUTE)];
  const room = { seconds: 60, most: 2 };
  const said = [{ at: -30_000, lines: 1 }];
  const order = timersInOrder(timers, said, room, momentAt(0, { running: 0 }));
  expect(order.map(({ timer, roomIn }) => [timer.id, roomIn])).toEqual([
    ['later', 30_000],
    // Two lines are said in ten minutes; the first of them leaves the window then.
    ['late', 10 * MINUTE - 30_000],
    ['not', undefined],
  ]);
});

test.each<[number, number, number, Partial<Timed['state']>, Partial<Moment>, string, number?]>([
  [20, 10, 3, {}, { running: 16 * MINUTE }, 'in 4 min, and 3 of 10 lines'],
  [20, 0, 0, {}, { running: 16 * MINUTE }, 'in 4 min'],
  [20, 0, 0, {}, { running: 20 * MINUTE - 12_400 }, 'in 13 s'],
  [20, 10, 3, {}, { running: 25 * MINUTE }, '3 of 10 lines'],
  [20, 10, 12, {}, { running: 25 * MINUTE }, 'now'],
  [20, 10, 12, {}, { running: 25 * MINUTE }, 'in 4 min, after breathing room', 4 * MINUTE],
  [20, 10, 12, { held: true }, { running: 25 * MINUTE }, 'held for this stream'],
  [20, 10, 12, {}, { running: 25 * MINUTE, stream: OFFLINE }, 'only when live: offline'],
])('every %i min, %i lines, %i counted, %j, %j', (interval, lines, counts, state, moment, words, roomIn) => {
  const kept = timed('t', { interval, lines }, { ...newState(0), lines: counts, ...state });
  const standing = timerStandingOf(kept, momentAt(0, moment));
  expect(standingInWords(standing, lines, counts, roomIn)).toBe(words);
});

import { chanceFrom } from '@gully/core/random';
import { OFFLINE } from '@gully/core/stream';
import {
  BLANK_TIMER,
  BREATHING,
  counted,
  decideTimers,
  fired,
  forecast,
  newState,
  saidAfter,
  type ForecastOf,
  type Moment,
  type Said,
  type Timed,
} from '@gully/core/timers';
import { tellRatio } from './ratios.js';
import { timesOf } from './times.js';

const TIMERS = 30;
const HOURS = 3;
const SECOND = 1_000;
const ROUNDS = 60;
const BASE_ROUNDS = 5;

const MOMENT: Moment = {
  running: 0,
  at: 0,
  stream: { ...OFFLINE, live: true, liveSince: 0 },
  timeZone: 'UTC',
  connected: true,
};
const chance = chanceFrom(() => 0.5);

/** What a forecast costs, beside living the same evening second by second with the same decisions. */
function main(): void {
  for (const [room, lines] of [
    ['a usual room, 7 lines a minute', 7],
    ['a busy room, 240 lines a minute', 240],
  ] as const) {
    const of: ForecastOf = {
      timers: Array.from({ length: TIMERS }, (_, n) => timed(n)),
      said: [],
      room: BREATHING,
      moment: MOMENT,
      span: HOURS * 3_600 * SECOND,
      lines,
      replies: 0,
      chance,
    };
    const ahead = forecast(of).firings.length;
    const lived = live(of);
    if (Math.abs(ahead - lived) > 2) throw new Error('the forecast and the evening disagree');
    const ours = measure(ROUNDS, () => forecast(of).firings.length);
    const base = measure(BASE_ROUNDS, () => live(of));
    tellRatio(`timers: time second by second, of a forecast’s, ${room}`, base.p50 / ours.p50, 'higher');
    process.stdout.write(
      [
        `Forecast of ${String(TIMERS)} timers over ${String(HOURS)} h, ${room}: ${String(ahead)} firings`,
        `  forecast               p50 ${ours.p50.toFixed(2)} ms   p99 ${ours.p99.toFixed(2)} ms`,
        `  second by second       p50 ${base.p50.toFixed(2)} ms`,
        `  second by second takes ${(base.p50 / ours.p50).toFixed(0)} times as long; aim: a redraw within 100 ms (${ours.p99 < 100 ? 'met' : 'missed'} by the computing)`,
        '',
      ].join('\n'),
    );
  }
}

function timed(n: number): Timed {
  const timer = {
    ...BLANK_TIMER,
    id: String(n),
    name: `Timer ${String(n)}`,
    texts: ['x'],
    interval: 5 + ((n * 7) % 55),
    lines: (n * 3) % 25,
    when: n % 5 === 0 ? { ...BLANK_TIMER.when, from: '00:00', to: '02:00' } : BLANK_TIMER.when,
  };
  return { timer, state: newState(0) };
}

/** The same evening as a server would live it that looks each second. @returns how many fired */
function live({ timers, room, span, lines }: ForecastOf): number {
  let all = timers;
  let said: readonly Said[] = [];
  let count = 0;
  let heard = 0;
  for (let t = 0; t <= span; t += SECOND) {
    const moment = { ...MOMENT, running: t, at: t };
    const now = Math.floor((t / 60_000) * Number(lines));
    if (now > heard) all = all.map((each) => ({ ...each, state: counted(each.state, now - heard) }));
    heard = now;
    for (;;) {
      const { fires } = decideTimers(all, said, room, moment);
      if (fires === undefined) break;
      count += 1;
      said = saidAfter(said, t, 1);
      const state = fired(fires.state, moment, 1, chance);
      all = all.map((each) => (each.timer.id === fires.timer.id ? { ...each, state } : each));
    }
  }
  return count;
}

function measure(rounds: number, work: () => number): ReturnType<typeof timesOf> {
  const times: number[] = [];
  for (let round = 0; round < rounds; round += 1) {
    const started = performance.now();
    work();
    times.push(performance.now() - started);
  }
  return timesOf(times);
}

main();

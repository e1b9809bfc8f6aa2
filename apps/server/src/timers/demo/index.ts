import { timerBody } from '@gully/core/timers';
import { insertMany } from '../../database/index.js';
import { TimerClockRow, TimerStateRow } from '../rows.js';
import type { MakeDemoPart } from '../../seeding/index.js';
import { writeVersion } from '../../things/index.js';
import { writeTimer } from '../timers.store.js';
import { SeasonTimers } from './season-timers.js';
import { DEMO_TIMERS } from './timers.js';

/** The demo's timers, and where the season leaves them. */
export const timersPart: MakeDemoPart = (stage) => {
  const timers = new SeasonTimers(DEMO_TIMERS, stage, stage.chance);
  return {
    // Where they stand is counted as they fire.
    records: { timer: () => undefined },
    wentLive: (at) => {
      timers.wentLive(at);
    },
    heard: () => {
      timers.heard();
    },
    due(at) {
      const next = timers.next(at);
      if (next === undefined) return undefined;
      const { name } = next.timer;
      const because = `the timer ${name} was due`;
      return { subject: `Timer ${name}`, told: 'fired', because, started: next.started };
    },
    async store(manager) {
      for (const [n, timer] of DEMO_TIMERS.entries()) {
        const head = { version: 1, changedAt: stage.begin + n, deletedAt: null, unreadable: undefined };
        await writeTimer(manager, { ...timer, ...head });
        await writeVersion(manager, 'timer', { ...timer, ...head }, timerBody(timer), 'streamer');
      }
      const states = timers.all.map(({ timer, state }) => ({
        timerId: timer.id,
        state: JSON.stringify(state),
      }));
      await insertMany(manager, TimerStateRow, states);
      // The season's running clock is time itself.
      const at = stage.now;
      const said = JSON.stringify(timers.said);
      await manager.insert(TimerClockRow, { id: 1, running: at, at, liveAt: at, said });
    },
  };
};

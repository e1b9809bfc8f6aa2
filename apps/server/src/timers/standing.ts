import type { Said, TimerState } from '@gully/core/timers';
import type { TimersStore } from './timers.store.js';

/** Where the timers stand, as pages show and forecast it. */
export interface TimersStanding {
  running: number;
  at: number;
  said: Said[];
  states: Record<string, TimerState>;
}

export function standingView(store: TimersStore): TimersStanding {
  return {
    running: store.running,
    at: store.now,
    said: [...store.said],
    states: Object.fromEntries(store.all().map(({ id }) => [id, store.stateOf(id)])),
  };
}

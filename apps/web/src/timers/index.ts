export { TIMERS } from './manifest.js';
export { chosenRate } from './kind.js';
export { TimerButtons } from './timer-acts.js';
export { useStandings } from './use-standing.js';
export { drafts as timerDrafts } from './kind.js';

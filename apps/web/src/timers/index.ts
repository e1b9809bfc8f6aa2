export { chosenRate, openTimer } from './kind.js';
export { TimerButtons } from './timer-acts.js';
export { TimersPage } from './timers-page.js';
export { useStandings } from './use-standing.js';

export { beginTimer, factOf, firingChecks, prepareTimer, type Fact, type TimerStart } from './begin.js';
export { LONGEST_PAUSE_MS, tick, type RunningClock } from './clock.js';
export {
  counted,
  decideTimers,
  fired,
  newState,
  roomIn,
  saidAfter,
  timerStandingOf,
  timersInOrder,
  waitOf,
  wentLive,
  type Moment,
  type Said,
  type TimerStanding,
  type Timed,
  type TimerChange,
  type TimersDecision,
  type TimerState,
} from './due.js';
export {
  forecast,
  type Firing,
  type Forecast,
  type ForecastOf,
  type Lines,
  type Silent,
} from './forecast.js';
export { NAMED_TIMER, type TimerStep } from './steps.js';
export { TIMER_THING } from './thing.js';
export { breathingFaults, checkTimer, runsFault, type TimerSurroundings } from './check.js';
export {
  BLANK_TIMER,
  BREATHING,
  INTERVAL_LIMIT,
  JITTER_LIMIT,
  LINES_LIMIT,
  TIMER_DOES,
  TIMER_NAME_LIMIT,
  timerBody,
  WINDOW_MINUTES,
  type BreathingRoom,
  type Timer,
  type TimerBody,
} from './timer.js';
export { ASSUMED_RATE, paceInWords, paceOf, standingInWords, type ChatRate } from './words.js';

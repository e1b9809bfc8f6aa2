export { LiveSide } from './live-side.js';
export { RaiseEvent, raisedInWords, type Raised } from './raise-event.js';
export { ENDING_WORDS, RunWhy } from './run-why.js';
export { Brief, WhyPanel } from './why-panel.js';
export { Line, LineWhy } from './line.js';
export { wantLinesOf } from './wanted.js';
export { playInRehearsal, replay, WhyWays } from './why-ways.js';

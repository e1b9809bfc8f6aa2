export { LiveSide } from './live-side.js';
export { RaiseEvent, raisedInWords, type Raised } from './raise-event.js';
export { Brief, WhyPanel } from './why-panel.js';
export { Line } from './line.js';

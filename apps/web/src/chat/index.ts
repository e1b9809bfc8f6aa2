export { LiveSide } from './live-side.js';
export { Brief, WhyPanel } from './why-panel.js';
export { Line } from './line.js';

export { Alarm } from './alarm.js';
export { Listeners } from './listeners.js';
export { Soon } from './soon.js';

export { Fallen, NoSuchPlace } from './fallen.js';
export { Frame } from './frame.js';

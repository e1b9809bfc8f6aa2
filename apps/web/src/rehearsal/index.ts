export { RehearsalSide } from './rehearsal-side.js';

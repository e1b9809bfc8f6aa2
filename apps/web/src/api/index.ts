export { api } from './client.js';
export type {
  Activity,
  Channel,
  ChatLine,
  Command,
  CommandBody,
  Connection,
  Crowd,
  Rehearsed,
  Role,
  Viewer,
  Why,
} from './client.js';
export { answerOf, Problem, problemOf } from './problem.js';

export { api, asSent } from './client.js';
export type {
  Activity,
  Channel,
  ChatLine,
  Command,
  CommandBody,
  Connection,
  Counter,
  Crowd,
  CsvPreview,
  Forced,
  Mark,
  Rehearsed,
  Role,
  SavedPersona,
  Several,
  Stream,
  Viewer,
  ViewerPage,
  ViewerSort,
  Why,
} from './client.js';
export { answerOf, Problem, problemOf } from './problem.js';

export { Database, isDiskFault, type DatabaseHealth, type EntityManager } from './database.js';
export {
  ActivityRow,
  ChatLineRow,
  CommandDayUseRow,
  CommandNameRow,
  CommandRow,
  CommandVersionRow,
  CommandViewerUseRow,
  CounterRow,
  DrawRow,
  RoutineRow,
  SettingRow,
  ViewerMergeRow,
  ViewerNoteRow,
  ViewerRow,
} from './entities.js';
export {
  ArrivalRow,
  BundleImportRow,
  DeliveryRow,
  ListLineRow,
  ListRow,
  ListVersionRow,
  NamedRoutineRow,
  RememberedRow,
  RoutineVersionRow,
  RunLogRow,
  RunRow,
  StreamRow,
  WebhookRow,
} from './routine-entities.js';
export { TimerClockRow, TimerRow, TimerStateRow, TimerVersionRow } from './timer-entities.js';
export { Batch } from './batch.js';
export { idsInOrder, newId } from './id.js';
export { insertMany } from './insert.js';
export { LongReads, type ReadOptions } from './long-reads.js';
export { newestFirst } from './newest-first.js';
export { ReadGivenUp } from './reading-thread.js';
export { DatabaseError, openDatabase } from './open.js';

export { Database, isDiskFault, type DatabaseHealth, type EntityManager } from './database.js';
export {
  ActivityRow,
  ChatLineRow,
  CommandDayUseRow,
  CommandNameRow,
  CommandRow,
  CommandViewerUseRow,
  CounterRow,
  DrawRow,
  RoutineRow,
  SettingRow,
  ViewerMergeRow,
  ViewerNoteRow,
  VersionRow,
  ViewerRow,
} from './entities.js';
export {
  ArrivalRow,
  BundleImportRow,
  DeliveryRow,
  ListLineRow,
  ListRow,
  NamedRoutineRow,
  RememberedRow,
  RunLogRow,
  RunRow,
  StreamRow,
  WebhookRow,
} from './routine-entities.js';
export { TimerClockRow, TimerRow, TimerStateRow } from './timer-entities.js';
export { Batch } from './batch.js';
export { idsInOrder, newId } from './id.js';
export { insertMany } from './insert.js';
export { LongReads, type ReadOptions } from './long-reads.js';
export { newestFirst } from './newest-first.js';
export { ReadGivenUp } from './reading-thread.js';
export { DatabaseError } from './fault.js';
export { lockFolder } from './lock.js';
export { openDatabase, type Stored } from './open.js';

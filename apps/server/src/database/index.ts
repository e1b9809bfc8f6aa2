export { Database, type EntityManager } from './database.js';
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
export { Batch } from './batch.js';
export { insertMany } from './insert.js';
export { DatabaseError, openDatabase } from './open.js';

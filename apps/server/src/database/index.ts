export { Database, type EntityManager } from './database.js';
export {
  ActivityRow,
  ChatLineRow,
  CommandNameRow,
  CommandRow,
  CommandVersionRow,
  CommandViewerUseRow,
  ViewerRow,
} from './entities.js';
export { Batch } from './batch.js';
export { insertMany } from './insert.js';
export { DatabaseError, openDatabase } from './open.js';

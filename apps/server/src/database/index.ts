export { Database, isDiskFault, type DatabaseHealth, type EntityManager } from './database.js';
export { Batch } from './batch.js';
export { idsInOrder, newId } from './id.js';
export { likePart } from './like.js';
export {
  breathe,
  breather,
  Inserting,
  insertMany,
  pauseIn,
  readied,
  saveMany,
  writeWithPause,
  type Pause,
} from './insert.js';
export { LongReads, type ReadOptions } from './long-reads.js';
export { newestFirst } from './newest-first.js';
export { ReadGivenUp } from './reading-thread.js';
export { DatabaseError, refusalInWords } from './fault.js';
export { lockFolder } from './lock.js';
export { DATABASE_FILE, openDatabase, type Stored } from './open.js';
export { Where } from './where.js';

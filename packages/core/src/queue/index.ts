export {
  decideCall,
  decideConfirm,
  decideDone,
  decideDue,
  decideMissed,
  dueAt,
  closesAt,
  type CallChoice,
} from './calling.js';
export {
  QUEUE_ACTS,
  queueAfter,
  inOrder,
  turnOf,
  turnsKept,
  type BumpChange,
  type HandleChange,
  type QueueAct,
  type QueueChange,
} from './change.js';
export { queueFaults } from './check.js';
export { escrowOfQueue, type AskedOfQueue } from './deciding.js';
export { handleNow } from './handle-now.js';
export { QUEUE_DOES, QUEUE_DOING, type QueueDoes, type QueueWish } from './doing.js';
export {
  END_STATES,
  entryOf,
  inState,
  isLive,
  LIVE_STATES,
  NEW_QUEUE,
  placeOf,
  TURNS_KEPT_MS,
  TURNS_LOOKED_AT,
  type EndState,
  type LiveState,
  type QueueEntry,
  type QueueState,
  type Range,
  type Turn,
} from './entry.js';
export { fairnessInWords, fairnessOf, giniOf, type Fairness } from './fairness.js';
export { fitsHandle, handleFaults } from './handle-pattern.js';
export {
  BLANK_HANDLE,
  handleBody,
  handleFor,
  handleOfQueue,
  HANDLE_LENGTH,
  HANDLES_LIMIT,
  isSameCategory,
  isSameHandle,
  readHandle,
  type Fits,
  type Handle,
  type HandleBody,
} from './handle.js';
export { decideForget, decideHandle, decideJoin, type Joiner } from './joining.js';
export { decideBump, decideEmpty, decideFront, decideLeave, decideMove, decideOpen } from './moving.js';
export { indexFor, keyFor, placeAt } from './order.js';
export {
  BLANK_QUEUE,
  HEAD_STARTS,
  ORDERS,
  QUEUE_LIMITS,
  QUEUE_MESSAGES,
  queueBody,
  type CallRules,
  type HeadStartRole,
  type Order,
  type QueueBody,
  type QueueMessage,
} from './queue.js';
export { BUMP, HANDLE, QUEUE } from './slices.js';
export { HANDLE_THING, QUEUE_THING } from './thing.js';
export { decideUndo, undoOf, type QueueUndo } from './undo.js';
export { listInWords, queueValues } from './values.js';
export {
  countedSince,
  currentQueue,
  newQueue,
  NO_QUEUES,
  turnsNow,
  type Queue,
  type QueueDecided,
  type QueueDecision,
  type QueueView,
  type QueueWorld,
} from './view.js';
export { accuracyOf, paceOf, waitAt, waitInWords, type Accuracy, type Pace, type ToldWait } from './waits.js';

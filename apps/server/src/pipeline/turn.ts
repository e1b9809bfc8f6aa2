import type { Change } from '@gully/core/pipeline';
import type { EntityManager } from '../database/index.js';
import type { Seen } from '../viewers/index.js';

/** What deciding a job comes to, before anything of it is written. */
export interface Decided {
  readonly changes: readonly Change[];
  /** what is written beside the changes, in the same transaction */
  readonly write?: (manager: EntityManager) => Promise<void>;
  /** does what was decided, once it is on disk */
  readonly done: () => void;
}

/** A job of the queue as the pipeline takes it: what must be known first, what it decides, and what becomes of it. */
export interface Turn {
  /** whoever it is about; they are identified before it is decided */
  readonly seen: readonly Seen[];
  /** ids of viewers it is about who are known already */
  readonly about?: readonly string[];
  /** what it says; viewers named there are known when it is decided */
  readonly texts: readonly string[];
  /** Looks up what else deciding asks for. */
  load?(): Promise<void>;
  /** @param idOf the viewer of a key, as `seen` has it */
  decide(idOf: (key: string) => string): Decided;
  /** It could not be written; nothing of it was done. */
  failed(error: unknown): void;
}

import type { Actor } from '@gully/core/actors';
import type { Change } from '@gully/core/channel';
import type { EntityManager } from '../database/index.js';
import type { Task } from '../tasks/index.js';
import type { Seen } from '../viewers/index.js';

/** What deciding a job comes to, before anything of it is written. */
export interface Decided<Result> {
  readonly changes: readonly Change[];
  /** what is written beside the changes, in the same transaction */
  readonly write?: (manager: EntityManager) => Promise<void>;
  /** what is written with the changes, where any of them is */
  readonly along?: (manager: EntityManager) => Promise<void>;
  /** does what was decided, once it is on disk, and answers who asked */
  readonly done: () => Result;
}

/** Something that may change live state: what must be known first, and what it decides. */
export interface Job<Result = void> {
  readonly kind: string;
  /** who it is from */
  readonly actor: Actor;
  /** whoever it is about; they are identified before it is decided */
  readonly seen?: readonly Seen[];
  /** ids of viewers it is about who are known already */
  readonly about?: readonly string[];
  /** what it says; viewers named there are known when it is decided */
  readonly texts?: readonly string[];
  /** Looks up what else deciding asks for. */
  load?(): Promise<void>;
  /**
   * Decides it on the channel as it then is. It may be asked again when it could not be written.
   *
   * @param idOf the viewer of a key, as `seen` has it
   */
  decide(idOf: (key: string) => string): Decided<Result>;
}

/**
 * A job that concerns thousands at once. It is decided in small pieces, each awaiting a step of its
 * task, and written in such pieces too.
 */
export interface BroadJob<Result> {
  readonly actor: Actor;
  /** says how far it is, and may be cancelled until it is on disk */
  readonly task: Task;
  /** Decides it on what is on disk, which is all there is while it has its turn. */
  decide(): Promise<Decided<Result>>;
}

/** A job whose turn it is, and who is told what becomes of it. */
export interface Turn extends Required<Job> {
  /** It could not be written; nothing of it was done. */
  failed(error: unknown): void;
}

import type { TaskView } from '@gully/core/news';
import { breather } from '../database/index.js';
import { Problem } from '../problem/index.js';

type Progress = Pick<TaskView, 'doing' | 'done' | 'total'>;

/** A task was cancelled before it was done. */
export class Cancelled extends Problem {
  constructor(kept = 'Nothing was changed.') {
    super(409, 'Cancelled', kept);
  }
}

/**
 * Something that takes more than a moment: it says how far it is, lets other things have their turn
 * between its pieces, and ends early when it is cancelled.
 */
export class Task {
  private readonly pause = breather();
  private progress: Progress = { doing: '', done: 0, total: 0 };
  private cancelled = false;

  get now(): Progress {
    return this.progress;
  }

  get isCancelled(): boolean {
    return this.cancelled;
  }

  /** Begins its next part. @param total how many pieces that has */
  begin(doing: string, total = 0): void {
    this.progress = { doing, done: 0, total };
  }

  /**
   * Does one more piece of the part that has begun.
   *
   * @returns what to await before that piece
   * @throws Cancelled
   */
  readonly step = (): Promise<void> | undefined => {
    this.check();
    const { doing, done, total } = this.progress;
    this.progress = { doing, done: done + 1, total };
    return this.pause();
  };

  /** Says that so many pieces of the part are done. */
  reach(done: number): void {
    this.progress = { ...this.progress, done };
  }

  /** Ends it here where it was cancelled. @throws Cancelled */
  check(): void {
    if (this.cancelled) throw new Cancelled();
  }

  /** Asks it to end. One that is done already stays done. */
  cancel(): void {
    this.cancelled = true;
  }
}

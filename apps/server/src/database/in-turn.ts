/** Runs changes one behind the other, so that a check cannot be overtaken by a write. */
export class InTurn {
  private last: Promise<unknown> = Promise.resolve();

  run<T>(work: () => Promise<T>): Promise<T> {
    const mine = this.last.then(work);
    this.last = mine.catch(() => undefined);
    return mine;
  }
}

/** Those who asked to be told of something, in the order they asked. */
export class Listeners<T extends unknown[]> {
  private readonly all = new Set<(...what: T) => void>();

  get isEmpty(): boolean {
    return this.all.size === 0;
  }

  /** Has `listener` called from now on; the function returned ends that. */
  add(listener: (...what: T) => void): () => void {
    this.all.add(listener);
    return () => this.all.delete(listener);
  }

  tell(...what: T): void {
    for (const listener of this.all) listener(...what);
  }
}

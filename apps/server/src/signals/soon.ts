/** Does something once, a moment after it was first asked for, however often it is asked for meanwhile. */
export class Soon {
  private timer: NodeJS.Timeout | undefined;
  private stopped = false;

  /** @param ms milliseconds after the first time it is asked for */
  constructor(
    private readonly ms: number | (() => number),
    private readonly work: () => void,
  ) {}

  ask(): void {
    if (this.stopped) return;
    this.timer ??= setTimeout(
      () => {
        this.timer = undefined;
        this.work();
      },
      typeof this.ms === 'number' ? this.ms : this.ms(),
    ).unref();
  }

  /** What was asked for is not done, unless it is asked for again. */
  forget(): void {
    clearTimeout(this.timer);
    this.timer = undefined;
  }

  /** For good, as when the program ends; what was asked for is not done. */
  stop(): void {
    this.stopped = true;
    this.forget();
  }
}

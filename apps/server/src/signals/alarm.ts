/** The machine's clock may be set while an alarm waits, so it looks again at least this often. */
const LOOK_MS = 60_000;

/** Rings at a moment by the machine's clock, or earlier: who is woken looks whether it is time. */
export class Alarm {
  private timer: NodeJS.Timeout | undefined;
  private stopped = false;

  constructor(private readonly ring: () => void) {}

  /**
   * Takes the place of what was set before.
   *
   * @param at UTC milliseconds; Infinity for never
   * @param least milliseconds it waits at least
   */
  set(at: number, least = 0): void {
    clearTimeout(this.timer);
    if (this.stopped || at === Infinity) return;
    const ms = Math.min(Math.max(at - Date.now(), least, 0), LOOK_MS);
    this.timer = setTimeout(this.ring, ms).unref();
  }

  /** For good, as when the program ends. */
  stop(): void {
    this.stopped = true;
    clearTimeout(this.timer);
  }
}

/** What the platform allows: at most so many messages within any stretch of time so long. */
export interface RateLimit {
  /** messages, at least 1 */
  readonly most: number;
  /** milliseconds, more than 0 */
  readonly spanMs: number;
}

/** Of what is allowed, the part that a burst of anything else leaves to moderation. */
const KEPT_FREE = 0.1;

/**
 * Tells when the next message may leave, so that over **any** stretch of the limit's length no
 * more leave than it allows. Remembers when the last ones left.
 */
export class RateWindow {
  /** UTC milliseconds, oldest first; those before `first` are too old to count */
  private sent: number[] = [];
  private first = 0;

  /**
   * Milliseconds until a message may leave; 0 when it may now.
   *
   * @param now UTC milliseconds; what left later than that, by a clock that was set back, counts as left now
   * @param urgent true for moderation, which may use all that is allowed
   */
  waitMs({ most, spanMs }: RateLimit, now: number, urgent: boolean): number {
    if ((this.sent.at(-1) ?? now) > now) this.sent = this.sent.map((at) => Math.min(at, now));
    while (this.first < this.sent.length && this.timeOf(this.first) <= now - spanMs) this.first += 1;
    if (this.first > 1_000) {
      this.sent = this.sent.slice(this.first);
      this.first = 0;
    }
    const room = urgent ? most : Math.max(1, most - Math.floor(most * KEPT_FREE));
    const counted = this.sent.length - this.first;
    if (counted < room) return 0;
    // As soon as so many have grown old that one more is allowed.
    return Math.max(1, this.timeOf(this.sent.length - room) + spanMs - now);
  }

  /** A message left. */
  count(now: number): void {
    this.sent.push(now);
  }

  private timeOf(at: number): number {
    return this.sent[at] ?? -Infinity;
  }
}

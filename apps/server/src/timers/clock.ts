import { Injectable } from '@nestjs/common';

/** The time timers look at. Tests stop and move it; nothing else does. */
@Injectable()
export class TimersClock {
  /** milliseconds it is ahead of the machine's */
  ahead = 0;
  private stoppedAt: number | undefined;

  /** UTC milliseconds */
  now(): number {
    return (this.stoppedAt ?? Date.now()) + this.ahead;
  }

  /** From here on it moves only by `ahead`. */
  stop(): void {
    this.stoppedAt = Date.now();
  }
}

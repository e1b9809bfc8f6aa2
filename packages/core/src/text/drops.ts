import { Drop } from 'liquidjs';
import { elapsedInWords } from './duration.js';

/**
 * Values that are more than a number or a word: alone in a text they read as people say
 * them, in conditions and filters they count as a number.
 */

/** A span of time. In a text `2 h 5 min`, in a condition its seconds. */
export class Span extends Drop {
  constructor(readonly seconds: number) {
    super();
  }
  override valueOf(): number {
    return this.seconds;
  }
  override toString(): string {
    return elapsedInWords(this.seconds * 1000);
  }
}

/** A point in time. In a text its day, in a condition and for `date` its seconds since 1970. */
export class Moment extends Drop {
  constructor(
    /** UTC milliseconds */
    readonly at: number,
    private readonly timeZone: string,
    private readonly shows: 'day' | 'time' = 'day',
  ) {
    super();
  }
  override valueOf(): number {
    return Math.floor(this.at / 1000);
  }
  override toString(): string {
    const style = this.shows === 'day' ? ({ dateStyle: 'long' } as const) : ({ timeStyle: 'short' } as const);
    return new Intl.DateTimeFormat('en-GB', { timeZone: this.timeZone, ...style }).format(this.at);
  }
}

/** A counter: alone its number, and the highest it has been behind `.most`. */
export class CounterValue extends Drop {
  constructor(
    private readonly value: number,
    readonly most: number,
  ) {
    super();
  }
  override valueOf(): number {
    return this.value;
  }
  override toString(): string {
    return String(this.value);
  }
}

/** What has a word for one of it and for several: alone the latter, and more behind it. */
export class Named extends Drop {
  /** @param more further values; a function is asked only when its value is used */
  constructor(
    readonly one: string,
    readonly name: string,
    more: Readonly<Record<string, unknown>>,
  ) {
    super();
    Object.assign(this, more);
  }
  override valueOf(): string {
    return this.name;
  }
  override toString(): string {
    return this.name;
  }
}

import type { EventFacts } from './occasion.js';

/** All there is to say of a kind of event. */
export interface EventDeclared {
  /** what a trigger waits for: `someone follows` */
  readonly name: string;
  /** what it is called: `a follow` */
  readonly noun: string;
  /** what happened, in words that follow the name of who did it: `raids with 23 people` */
  readonly did: (facts: EventFacts) => string;
  /** what a trigger's `least` counts; left out where there is nothing to count */
  readonly counts?: string;
  /** true where a trigger may ask who it is */
  readonly asksWho?: true;
  /** true where its message is the name of what it is about, which `did` says already */
  readonly namesIt?: true;
}

/** `1 month`, `12 months`. */
export const times = (count: number, one: string, many: string): string =>
  count === 1 ? one : `${count.toLocaleString('en')} ${many}`;

/** An event older than this, in milliseconds, is shown as over. */
export const LATE_MS = 600_000;

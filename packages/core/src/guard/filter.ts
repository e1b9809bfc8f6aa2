import type { Consequence } from './consequence.js';
import type { Fragment } from './folding.js';
import type { Reading } from './reading.js';

/** Something written before, as far as filters look at it. Times are UTC milliseconds. */
export interface Earlier {
  readonly id: string;
  readonly viewer: string;
  readonly at: number;
  readonly shingles: ReadonlySet<number>;
}

/** A text that may be like a message, with whoever wrote it and when last. */
export interface Alike {
  readonly shingles: ReadonlySet<number>;
  readonly viewers: ReadonlyMap<string, number>;
}

/** What was written before a message, as far back as any filter looks. */
export interface Before {
  /** by the same viewer, newest first */
  readonly own: readonly Earlier[];
  /** by whomever, what may be like it and was written since then; left out is what its writer sent a hundred messages after */
  near(since: number): readonly Alike[];
}

/** What a filter finds in a message. */
export interface Measurement {
  /** in the unit of the limit it is held against */
  readonly value: number;
  /** what it is caught from */
  readonly limit: number;
  readonly caught: boolean;
  /** what was measured, in words: `82% capitals` */
  readonly measure: string;
  /** the limit in words, beside it: `at most 70%` */
  readonly allowed: string;
  /** the parts that had it caught */
  readonly fragments: readonly Fragment[];
  /** what what was found leads to by itself, whatever the ladder says */
  readonly own?: Consequence;
}

/**
 * One filter: from a message and its settings to a measurement. Pure; what was written before is
 * given. A tenth takes a file like this and a line in the registry.
 */
export interface Filter<S> {
  readonly name: string;
  readonly title: string;
  /** what it measures hangs on the text of a message alone, not on who wrote it when */
  readonly ofText: boolean;
  /** the settings of *usual* */
  readonly blank: S;
  /** @returns what is wrong with settings, by their names; nothing for usable ones */
  faults(settings: S): Readonly<Record<string, string>>;
  /** Makes settings ready; done once for many messages. */
  prepare(settings: S): Prepared;
}

export interface Prepared {
  measure(reading: Reading, before: Before): Measurement;
}

/** A filter’s limits must be whole numbers within a range. @returns the fault in words, or undefined */
export function rangeFault(value: number, least: number, most: number): string | undefined {
  return Number.isInteger(value) && value >= least && value <= most
    ? undefined
    : `Give a whole number from ${least.toLocaleString('en')} to ${most.toLocaleString('en')}`;
}

/** Faults without those that are none. */
export function faultsOf(faults: Readonly<Record<string, string | undefined>>): Record<string, string> {
  return Object.fromEntries(
    Object.entries(faults).flatMap(([name, words]) => (words === undefined ? [] : [[name, words]])),
  );
}

/** A measurement of something of which there may be at most so much. */
export function atMost(
  value: number,
  most: number,
  words: Pick<Measurement, 'measure' | 'allowed'>,
  fragments: readonly Fragment[] = [],
): Measurement {
  const caught = value > most;
  return { value, limit: most, caught, ...words, fragments: caught ? fragments : [] };
}

import { randomBytes } from 'node:crypto';
import { monotonicFactory, ulid } from 'ulid';

/** Chance is asked for in large pieces: byte by byte it costs many times what the rest of an id does. */
const POOL = 4_096;
let pool = randomBytes(POOL);
let next = 0;

/** From 0 to under 1, in 256 steps; an id takes 5 bits of each. */
function chance(): number {
  if (next === POOL) {
    pool = randomBytes(POOL);
    next = 0;
  }
  return (pool[next++] ?? 0) / 256;
}

/**
 * A ULID: it sorts by its time, and is unlike any other.
 *
 * @param at UTC milliseconds; now when left out
 */
export function newId(at?: number): string {
  return ulid(at, chance);
}

/** Gives ULIDs of which each sorts after the one before, those of one millisecond too. */
export function idsInOrder(): (at?: number) => string {
  return monotonicFactory(chance);
}

// @ts-check
/**
 * What tests import from `@jest/globals`. The runner calls tests in plain Node, which makes them
 * fast, and has no limit of time; the limit is set here, so that a test that hangs fails by name.
 */
import fc from 'fast-check';

// Every run tries the same cases, so that a change is refused for what it does and not by chance.
// GULLY_SEED=random looks for new ones; a number repeats a run that found one.
const { GULLY_SEED = '20261126' } = process.env;
fc.configureGlobal({
  ...(GULLY_SEED === 'random' ? {} : { seed: Number(GULLY_SEED) }),
  // Else the report has the case without what failed in it.
  includeErrorInReport: true,
});

const { jest, expect, describe, beforeAll, afterAll, beforeEach, afterEach } = globalThis;

const LIMIT_MS = 30_000;
const { setTimeout, clearTimeout } = globalThis;

/**
 * @template {unknown[]} A
 * @param {(...args: A) => unknown} work
 * @param {number} [limit]
 */
function limited(work, limit = LIMIT_MS) {
  return (/** @type {A} */ ...args) => {
    /** @type {NodeJS.Timeout | undefined} */
    let timer;
    const late = new Promise((_, reject) => {
      timer = setTimeout(() => reject(new Error(`It took more than ${limit / 1000} s.`)), limit);
    });
    return Promise.race([Promise.resolve().then(() => work(...args)), late]).finally(() =>
      clearTimeout(timer),
    );
  };
}

const test = Object.assign(
  (/** @type {string} */ name, /** @type {() => unknown} */ work, /** @type {number | undefined} */ limit) =>
    globalThis.test(name, limited(work, limit)),
  {
    each: (/** @type {readonly unknown[]} */ rows) => {
      const named = globalThis.test.each(rows);
      return (/** @type {string} */ name, /** @type {() => unknown} */ work) => named(name, limited(work));
    },
    /** Told as skipped. */
    skip: (/** @type {string} */ name, /** @type {() => unknown} */ work) =>
      globalThis.test.skip(name, limited(work)),
  },
);

export { afterAll, afterEach, beforeAll, beforeEach, describe, expect, jest, test };

import { createServer } from 'node:http';
import { isMainThread } from 'node:worker_threads';

/**
 * Loaded into a server before its own program: watches how long the main thread lets nothing else in,
 * and tells the longest since it was asked last.
 */

/** How often it looks, in milliseconds. */
const LOOK_MS = 2;

if (isMainThread && process.env.GULLY_PROBE_PORT !== undefined) {
  let longest = 0;
  let last = performance.now();
  setInterval(() => {
    const now = performance.now();
    longest = Math.max(longest, now - last - LOOK_MS);
    last = now;
  }, LOOK_MS).unref();
  createServer((_, response) => {
    response.end(String(longest));
    longest = 0;
  })
    .listen(Number(process.env.GULLY_PROBE_PORT), '127.0.0.1')
    .unref();
}

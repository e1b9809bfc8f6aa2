import { setPriority } from 'node:os';
import { isMainThread, parentPort, Worker } from 'node:worker_threads';
import type { Examined } from './examined.js';

/**
 * The process of `Decoder`. Files come from strangers and are decoded by native code, so this happens
 * away from the server: whatever a file does in here, the process is ended and nothing else stops.
 */

/** Memory the process may have, in bytes; Node with its decoders loaded has about 120 MB. */
const MOST_MEMORY = 768_000_000;
/** How often both are looked at, in milliseconds. */
const LOOK_MS = 25;

export interface DecodingOrder {
  readonly path: string;
  /** processor time it may take, in microseconds: not by the clock, so a busy machine refuses no more */
  readonly mostCpu: number;
}
export type DecodingAnswer = Examined | 'ready';

if (isMainThread) serve();
else watch();

function serve(): void {
  // Chat goes first, on a machine with few cores too.
  setPriority(10);
  const guard = new Worker(new URL(import.meta.url));
  // Loaded before the first order, so the time a file may take is its own.
  const examining = import('./examining.js');
  const answer = (message: DecodingAnswer): void => void process.send?.(message);
  process.on('message', ({ path, mostCpu }: DecodingOrder) => {
    guard.postMessage(mostCpu);
    void examining
      .then(({ examine }) => examine(path))
      .then((examined) => {
        guard.postMessage(Infinity);
        answer(examined);
      });
  });
  process.once('disconnect', () => process.exit());
  guard.once('online', () => {
    void examining.then(() => {
      answer('ready');
    });
  });
}

/** A thread of its own, since the main one is busy for as long as a decoder is. */
function watch(): void {
  let until = Infinity;
  const used = (): number => {
    const { user, system } = process.cpuUsage();
    return user + system;
  };
  parentPort?.on('message', (mostCpu: number) => {
    until = used() + mostCpu;
  });
  setInterval(() => {
    if (used() > until || process.memoryUsage.rss() > MOST_MEMORY) process.kill(process.pid, 'SIGKILL');
  }, LOOK_MS);
}

/** Milliseconds. */
export interface Times {
  readonly p50: number;
  readonly p99: number;
}

export function timesOf(measured: readonly number[]): Times {
  const times = [...measured].sort((a, b) => a - b);
  const at = (share: number): number => times[Math.floor(times.length * share)] ?? 0;
  return { p50: at(0.5), p99: at(0.99) };
}

/** How long each of many pieces of work takes, in milliseconds. */
export function measure<T>(all: readonly T[], work: (one: T) => number): Times {
  let sum = 0;
  const times = all.map((one) => {
    const started = performance.now();
    sum += work(one);
    return performance.now() - started;
  });
  // Looked at, so that the work cannot be left out as of no use.
  if (sum < 0) throw new Error('nothing was measured');
  return timesOf(times);
}

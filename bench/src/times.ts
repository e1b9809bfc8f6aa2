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

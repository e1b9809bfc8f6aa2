/** Wrong secrets after which an address is told that these were too many, within a minute. */
const MOST = 20;
const MINUTE_MS = 60_000;
/** Addresses that are remembered at once. */
const ADDRESSES = 10_000;

/**
 * Counts wrong secrets by address. A right one is never asked about here: on one machine everyone has
 * the same address, and someone who guesses must not lock out someone who knows. Secrets are too long to guess.
 */
export class Attempts {
  private readonly failures = new Map<string, { count: number; since: number }>();

  /**
   * A secret was wrong.
   *
   * @param now UTC milliseconds
   * @returns whether these were too many from there
   */
  failed(address: string, now = Date.now()): boolean {
    const known = this.failures.get(address);
    if (known !== undefined && now - known.since <= MINUTE_MS) {
      known.count += 1;
      return known.count > MOST;
    }
    if (this.failures.size >= ADDRESSES) this.failures.clear();
    this.failures.set(address, { count: 1, since: now });
    return false;
  }
}

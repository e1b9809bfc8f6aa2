/** Wrong secrets that may be tried in a minute from one address. */
const MOST = 20;
const MINUTE_MS = 60_000;

/** Counts wrong secrets, so that trying them all takes longer than anybody has. */
export class Attempts {
  private readonly failures = new Map<string, { count: number; since: number }>();

  /** @param now UTC milliseconds */
  mayTry(address: string, now = Date.now()): boolean {
    const known = this.failures.get(address);
    return known === undefined || now - known.since > MINUTE_MS || known.count < MOST;
  }

  failed(address: string, now = Date.now()): void {
    const known = this.failures.get(address);
    if (known === undefined || now - known.since > MINUTE_MS)
      this.failures.set(address, { count: 1, since: now });
    else known.count += 1;
  }
}

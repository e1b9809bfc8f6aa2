export interface StreamNow {
  readonly live: boolean;
  /** ISO 8601; null while offline */
  readonly liveSince: string | null;
  readonly title: string;
  readonly category: string;
}

/** The simulated stream: live or not, and what it shows. */
export class Stream {
  private now: StreamNow = { live: false, liveSince: null, title: '', category: '' };

  get current(): StreamNow {
    return this.now;
  }

  /** @param since UTC milliseconds it is live since, when it goes live by this */
  set(change: Partial<Pick<StreamNow, 'live' | 'title' | 'category'>>, since: number): void {
    const next = { ...this.now, ...withoutUndefined(change) };
    const goesLive = next.live && !this.now.live;
    this.now = {
      ...next,
      liveSince: goesLive ? new Date(since).toISOString() : next.live ? this.now.liveSince : null,
    };
  }
}

function withoutUndefined<T extends object>(change: T): Partial<T> {
  return Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined)) as Partial<T>;
}

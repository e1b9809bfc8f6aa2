/** The stream as the platform tells it. Times are UTC milliseconds. */
export interface StreamState {
  readonly live: boolean;
  /**
   * When the stream began; undefined while offline. One that is live again within 15 minutes is the same
   * stream, so this is when it first went live.
   */
  readonly liveSince: number | undefined;
  /** when the stream began that is live, or else the last one; 0 where there was none */
  readonly began: number;
  /** when the last one ended; undefined while live, and where there was none */
  readonly ended: number | undefined;
  readonly title: string;
  readonly category: string;
  /** people watching */
  readonly viewers: number;
}

export const OFFLINE: StreamState = {
  live: false,
  liveSince: undefined,
  began: 0,
  ended: undefined,
  title: '',
  category: '',
  viewers: 0,
};

/** The stream from what pages are told of it; there it is known only while it is live. */
export function streamFrom(
  told:
    (Omit<StreamState, 'liveSince' | 'began' | 'ended'> & { readonly liveSince?: string | null }) | undefined,
): StreamState {
  if (told === undefined) return OFFLINE;
  const { live, title, category, viewers } = told;
  const since = told.liveSince == null ? undefined : Date.parse(told.liveSince);
  return { ...OFFLINE, live, title, category, viewers, liveSince: since, began: since ?? 0 };
}

/** Milliseconds within which a stream that ended and is live again counts as the same one, for everything. */
export const SAME_STREAM_MS = 15 * 60_000;

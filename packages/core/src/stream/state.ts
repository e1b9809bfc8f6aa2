/** The stream as the platform tells it. Times are UTC milliseconds. */
export interface StreamState {
  readonly live: boolean;
  /** when it went live; undefined while offline */
  readonly liveSince: number | undefined;
  readonly title: string;
  readonly category: string;
  /** people watching */
  readonly viewers: number;
}

export const OFFLINE: StreamState = {
  live: false,
  liveSince: undefined,
  title: '',
  category: '',
  viewers: 0,
};

/** Milliseconds within which a stream that ended and is live again counts as the same one, for everything. */
export const SAME_STREAM_MS = 15 * 60_000;

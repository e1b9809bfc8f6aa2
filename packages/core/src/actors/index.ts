/**
 * Who had something done, as it is kept: a kind, and for all but the streamer and Gully itself
 * which one. Written as text so that it fits in a column and in a log line.
 */
export type Actor =
  | 'streamer'
  | 'gully'
  | `helper:${string}`
  | `viewer:${string}`
  | `timer:${string}`
  | `event:${string}`
  | `key:${string}`;

/**
 * Token bucket: the platform allows `capacity` messages in a span; the bucket starts
 * full, each message takes a token, and tokens come back evenly over the span.
 */
export interface BucketLimit {
  /** messages, at least 1 */
  readonly capacity: number;
  /** milliseconds in which the whole capacity comes back, more than 0 */
  readonly spanMs: number;
}

export interface Bucket {
  readonly tokens: number;
  readonly at: number;
}

/** A full bucket at the time `now`. */
export function fullBucket(limit: BucketLimit, now: number): Bucket {
  return { tokens: limit.capacity, at: now };
}

/** The bucket at the time `now`. A clock that went back takes nothing away and gives nothing. */
export function refill(bucket: Bucket, limit: BucketLimit, now: number): Bucket {
  const gained = (Math.max(0, now - bucket.at) * limit.capacity) / limit.spanMs;
  return { tokens: Math.min(limit.capacity, bucket.tokens + gained), at: now };
}

/** Takes a token if there is one: the new bucket, or the milliseconds until there is. */
export function take(
  bucket: Bucket,
  limit: BucketLimit,
  now: number,
): { bucket: Bucket } | { waitMs: number } {
  const full = refill(bucket, limit, now);
  if (full.tokens >= 1) return { bucket: { tokens: full.tokens - 1, at: now } };
  return { waitMs: Math.max(1, Math.ceil(((1 - full.tokens) * limit.spanMs) / limit.capacity)) };
}

import { createHmac, timingSafeEqual } from 'node:crypto';
import type { IncomingHttpHeaders } from 'node:http';

/** Seconds an event's time may be off before it is too old, or from the future. */
const TOLERANCE_S = 300;

/**
 * Checks a signature as in Standard Webhooks: HMAC-SHA256 over id, time and body, one of
 * several given. @returns what is wrong, or undefined
 *
 * @param secret `whsec_` and base64
 * @param now UTC milliseconds
 */
export function signatureFault(
  secret: string,
  headers: IncomingHttpHeaders,
  body: Buffer,
  now: number,
): string | undefined {
  const [id, time, given] = ['webhook-id', 'webhook-timestamp', 'webhook-signature'].map(
    (name) => headers[name],
  );
  if (typeof id !== 'string' || typeof time !== 'string' || typeof given !== 'string')
    return 'It is not signed: webhook-id, webhook-timestamp and webhook-signature are needed';
  if (!/^\d{1,12}$/u.test(time) || Math.abs(now / 1000 - Number(time)) > TOLERANCE_S)
    return 'Its time is more than 5 minutes off';
  const mac = createHmac('sha256', Buffer.from(secret.replace(/^whsec_/u, ''), 'base64'));
  const expected = mac.update(`${id}.${time}.`).update(body).digest();
  const fits = given.split(' ').some((one) => {
    const [version, signature = ''] = one.split(',');
    const bytes = Buffer.from(signature, 'base64');
    return version === 'v1' && bytes.length === expected.length && timingSafeEqual(bytes, expected);
  });
  return fits ? undefined : 'Its signature does not match';
}

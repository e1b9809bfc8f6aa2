import type { IncomingHttpHeaders } from 'node:http';
import { WebhookVerificationError } from 'standardwebhooks';
import { signerOf } from '../webhooks/index.js';

/** What the package says of a time, and what we do. */
const TIME = /^(?:Message timestamp|Invalid Signature Headers)/u;
const NAMES = ['webhook-id', 'webhook-timestamp', 'webhook-signature'];

/**
 * Checks a signature as in Standard Webhooks. @returns what is wrong, or undefined
 *
 * @param secret `whsec_` and base64
 */
export function signatureFault(
  secret: string,
  headers: IncomingHttpHeaders,
  body: Buffer,
): string | undefined {
  const given: Record<string, string> = {};
  for (const name of NAMES) {
    const value = headers[name];
    if (typeof value !== 'string')
      return 'It is not signed: webhook-id, webhook-timestamp and webhook-signature are needed';
    given[name] = value;
  }
  try {
    signerOf(secret).verify(body, given, { jsonParse: false });
    return undefined;
  } catch (error) {
    if (!(error instanceof WebhookVerificationError)) throw error;
    return TIME.test(error.message) ? 'Its time is more than 5 minutes off' : 'Its signature does not match';
  }
}

import { Webhook } from 'standardwebhooks';

/**
 * Signs and checks as in Standard Webhooks.
 *
 * @param secret `whsec_` and base64; the package itself would refuse one without its padding
 */
export function signerOf(secret: string): Webhook {
  return new Webhook(Buffer.from(secret.replace(/^whsec_/u, ''), 'base64'), { format: 'raw' });
}

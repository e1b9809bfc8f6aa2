import { request as requestHttp } from 'node:http';
import { request as requestHttps } from 'node:https';
import { isAllowed, addressFault, publicLookup } from './address.js';
import { signerOf } from './signer.js';

/** Milliseconds a webhook has for all of its answer, and bytes of it that are read. */
const ANSWER_MS = 10_000;
const ANSWER_BYTES = 64_000;
/** Characters of it that are kept. */
const KEPT = 300;

export interface Post {
  readonly id: string;
  readonly address: string;
  /** empty for none; the post is then not signed */
  readonly secret: string;
  readonly body: string;
}
export interface Answer {
  readonly arrived: boolean;
  /** never will be tried again */
  readonly final: boolean;
  readonly words: string;
}

/**
 * Posts once. Redirects are not followed, the answer is cut, and a name is resolved by
 * `publicLookup` unless it was allowed. Never rejects.
 *
 * @param answerMs how long it waits for the whole answer
 */
export function send(
  { id, address, secret, body }: Post,
  allowed: readonly string[],
  now: number,
  answerMs = ANSWER_MS,
): Promise<Answer> {
  const fault = addressFault(address, allowed);
  if (fault !== undefined) return Promise.resolve({ arrived: false, final: true, words: fault });
  const url = new URL(address);
  const request = url.protocol === 'https:' ? requestHttps : requestHttp;
  const inTime = `${String(answerMs / 1000)} s`;
  const headers: Record<string, string | number> = {
    'content-type': 'application/json',
    'content-length': Buffer.byteLength(body),
    'user-agent': 'Gully',
    'webhook-id': id,
    'webhook-timestamp': String(Math.floor(now / 1000)),
  };
  if (secret !== '') headers['webhook-signature'] = signerOf(secret).sign(id, new Date(now), body);
  return new Promise((resolve) => {
    const fail = (words: string): void => {
      resolve({ arrived: false, final: false, words });
    };
    const sent = request(url, {
      method: 'POST',
      headers,
      agent: false,
      signal: AbortSignal.timeout(answerMs),
      ...(isAllowed(url, allowed) ? {} : { lookup: publicLookup }),
    });
    sent.on('error', (error) => {
      fail(
        error.name === 'AbortError' || error.name === 'TimeoutError'
          ? `it did not answer in ${inTime}`
          : error.message,
      );
    });
    sent.on('response', (response) => {
      const status = response.statusCode ?? 0;
      let read = '';
      let bytes = 0;
      const done = (): void => {
        const words = `${String(status)} ${read.replace(/\s+/gu, ' ').slice(0, KEPT)}`.trim();
        if (status >= 300 && status < 400)
          fail(`${String(status)}: it points elsewhere, which is not followed`);
        else resolve({ arrived: status >= 200 && status < 300, final: status === 410, words });
      };
      response.setEncoding('utf8');
      response.on('data', (chunk: string) => {
        bytes += chunk.length;
        if (read.length < KEPT) read += chunk;
        if (bytes > ANSWER_BYTES) {
          // It has said that it took it; the rest of its answer is of no use to anyone.
          done();
          response.destroy();
        }
      });
      response.on('end', done);
      response.on('error', (error) => {
        fail(error.name === 'AbortError' ? `it did not finish its answer in ${inTime}` : error.message);
      });
    });
    sent.end(body);
  });
}

import type { IncomingHttpHeaders } from 'node:http';

const LOCAL = new Set(['127.0.0.1', 'localhost', '[::1]']);

/**
 * True when a request came to this machine by its own name. Without the check of `Host`, a
 * page elsewhere could reach the server through a name it points at 127.0.0.1.
 */
export function isOwnHost({ host = '' }: IncomingHttpHeaders): boolean {
  return LOCAL.has(host.toLowerCase().replace(/:\d+$/u, ''));
}

/** True when it came from a page of its own besides; elsewhere a form or a socket could reach it. */
export function isSameOrigin(headers: IncomingHttpHeaders): boolean {
  const host = headers.host?.toLowerCase() ?? '';
  return (
    isOwnHost(headers) && (headers.origin === undefined || headers.origin.toLowerCase() === `http://${host}`)
  );
}

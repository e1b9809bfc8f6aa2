import type { NextFunction, Request, RequestHandler, Response } from 'express';
import type { IncomingHttpHeaders } from 'node:http';
import { Problem, sendProblem } from '../problem/index.js';

const LOCAL = new Set(['127.0.0.1', 'localhost', '[::1]']);

/**
 * True when a request came to this machine by its own name and from a page of its own.
 * Without the check of `Host`, a page elsewhere could reach the server through a name it
 * points at 127.0.0.1; without that of `Origin`, by a form or a socket.
 */
export function isSameOrigin(headers: IncomingHttpHeaders): boolean {
  const host = headers.host?.toLowerCase() ?? '';
  if (!LOCAL.has(host.replace(/:\d+$/u, ''))) return false;
  return headers.origin === undefined || headers.origin.toLowerCase() === `http://${host}`;
}

/** Refuses what is not of the same origin, before anything else looks at it. */
export function sameOriginOnly(): RequestHandler {
  return (request: Request, response: Response, next: NextFunction) => {
    if (isSameOrigin(request.headers)) {
      next();
      return;
    }
    const problem = new Problem(
      403,
      'Not from here',
      'Gully answers only pages of its own, opened by the address it prints.',
    );
    sendProblem(response, problem);
  };
}

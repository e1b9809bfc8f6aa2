import type { RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import { Problem, sendProblem } from '../problem/index.js';

/**
 * One person and their helpers: many quick requests are normal, thousands are a loop gone wrong.
 *
 * @param limit requests within ten seconds
 */
export function requestLimit(limit = 2_000): RequestHandler {
  return rateLimit({
    windowMs: 10_000,
    limit,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_request, response) => {
      sendProblem(
        response,
        new Problem(429, 'Too many requests', 'Nothing was changed. Wait a few seconds and try again.'),
      );
    },
  });
}

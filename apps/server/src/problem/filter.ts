import { Catch, HttpException, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { Response } from 'express';
import { ReadGivenUp, refusalInWords } from '../database/index.js';
import type { Log } from '../log/index.js';
import { Problem, sendProblem } from './problem.js';

/** Turns whatever was thrown into application/problem+json. No stack ever reaches a person. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  constructor(private readonly log: Log) {}

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    if (response.headersSent) return;
    sendProblem(response, this.problemOf(error));
  }

  private problemOf(error: unknown): Problem {
    if (error instanceof Problem) return error;
    if (error instanceof HttpException) return fromHttp(error);
    if (isBodyError(error))
      return new Problem(
        error.status,
        'The request cannot be read',
        'Nothing was changed. It may be too large, or not valid JSON.',
      );
    if (error instanceof ReadGivenUp)
      return new Problem(
        503,
        'This could not be looked up',
        `It was given up, for ${error.message}. Nothing was changed. Ask for less, or try again.`,
      );
    // The program's own depth ran out over something that is nested thousands of times.
    if (error instanceof RangeError)
      return new Problem(422, 'This cannot be taken', 'It is nested too deeply. Nothing was changed.');
    this.log.error({ error }, 'a request failed');
    const refused = refusalInWords(error);
    if (refused !== undefined)
      return new Problem(
        507,
        refused.what,
        `Nothing was changed by this. ${refused.todo}, then do it again.`,
      );
    return new Problem(
      500,
      'Something failed in Gully',
      'Nothing was changed by this. The log on the machine that runs it says more.',
    );
  }
}

function fromHttp(error: HttpException): Problem {
  const status = error.getStatus();
  if (status === 404)
    return new Problem(404, 'There is nothing here', 'It may have been removed. Go back and look again.');
  if (status === 413)
    return new Problem(
      413,
      'That is too much at once',
      'Nothing was changed. A list may have 5 MB, a bundle 60 MB, and all else 1 MB.',
    );
  return new Problem(status, error.message, 'Nothing was changed.');
}

/** What Express’s body parser throws: an error with the status it means. */
function isBodyError(error: unknown): error is Error & { status: number } {
  return (
    error instanceof Error &&
    'status' in error &&
    typeof error.status === 'number' &&
    error.status >= 400 &&
    error.status < 500
  );
}

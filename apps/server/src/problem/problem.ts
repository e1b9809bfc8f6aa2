import { HttpException } from '@nestjs/common';
import type { Response } from 'express';

/** What goes with a problem beside its words (RFC 9457 calls these extension members). */
export interface ProblemDetails {
  /** what is wrong with which field, for the form to show beside it */
  readonly fields?: Readonly<Record<string, string>>;
  /** what is stored now, when someone else was first */
  readonly current?: unknown;
}

/**
 * A problem as RFC 9457 has it. The title says what happened, the detail what was kept
 * and what to do.
 */
export class Problem extends HttpException {
  constructor(
    status: number,
    readonly title: string,
    readonly detail: string,
    readonly details: ProblemDetails = {},
  ) {
    super(title, status);
  }

  toJSON(): Record<string, unknown> {
    return {
      type: 'about:blank',
      status: this.getStatus(),
      title: this.title,
      detail: this.detail,
      ...this.details,
    };
  }
}

/** Answers a request with a problem. */
export function sendProblem(response: Response, problem: Problem): void {
  response.status(problem.getStatus()).type('application/problem+json').send(JSON.stringify(problem));
}

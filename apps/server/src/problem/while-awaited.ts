import { createParamDecorator, type ExecutionContext } from '@nestjs/common';
import type { Response } from 'express';

/** Gives a handler a signal that is aborted when the client goes before it was answered. */
export const WhileAwaited = createParamDecorator((_: unknown, context: ExecutionContext): AbortSignal => {
  const response = context.switchToHttp().getResponse<Response>();
  const controller = new AbortController();
  response.once('close', () => {
    if (!response.writableFinished) controller.abort();
  });
  return controller.signal;
});

import type { LoggerService } from '@nestjs/common';
import { pino, type Logger } from 'pino';
import { default as pretty } from 'pino-pretty';

/** Makes the program's log. Secrets are named here once, so that none reaches it by accident. */
export function makeLog(level: string, forPeople: boolean): Logger {
  const options = {
    level,
    serializers: { error: errorInLog },
    redact: ['*.password', '*.account_password', 'GULLY_IRC_PASSWORD', 'GULLY_IRC_ACCOUNT_PASSWORD'],
  };
  if (!forPeople) return pino(options);
  return pino(options, pretty({ ignore: 'pid,hostname', translateTime: 'HH:MM:ss', sync: true }));
}

/** What of an error is worth keeping; never what a query was asked with, which may be anybody's secret. */
function errorInLog(error: unknown): unknown {
  if (!(error instanceof Error)) return error;
  const { name, message, stack } = error;
  return { name, message, stack, ...('code' in error && { code: error.code }) };
}

/** Nest's own messages, in the same log and of lower weight: they are for whoever builds Gully. */
export class NestLog implements LoggerService {
  constructor(private readonly to: Logger) {}
  log(message: unknown): void {
    this.to.debug(String(message));
  }
  debug(message: unknown): void {
    this.to.trace(String(message));
  }
  warn(message: unknown): void {
    this.to.warn(String(message));
  }
  error(message: unknown, trace?: unknown): void {
    this.to.error({ trace }, String(message));
  }
}

/** What Nest hands the log to those who ask for it. */
export const LOG = Symbol('log');
export type { Logger as Log } from 'pino';

import { EnvironmentError } from './configuration/index.js';
import { DatabaseError } from './database/index.js';
import { startServer } from './start.js';

/** The server as a program. Prints `Gully is at ADDRESS` once it answers. */
try {
  const { address } = await startServer(process.env, ['SIGINT', 'SIGTERM']);
  process.stdout.write(`Gully is at ${address}\n`);
} catch (error) {
  process.stderr.write(`${startError(error)}\n`);
  process.exit(1);
}

function startError(error: unknown): string {
  if (error instanceof EnvironmentError || error instanceof DatabaseError) return error.message;
  const code = error instanceof Error && 'code' in error ? error.code : undefined;
  if (code === 'EADDRINUSE')
    return 'The port is taken by another program. Nothing was started. Set GULLY_HTTP_PORT to a free one.';
  return `Gully could not start: ${error instanceof Error ? error.message : String(error)}`;
}

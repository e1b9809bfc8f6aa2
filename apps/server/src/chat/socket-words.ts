import type { Room } from '../connection/index.js';

/** What became of a socket, for a person. */
export function socketWords(
  error: Error & { readonly code?: string },
  { host, port }: Pick<Room, 'host' | 'port'>,
): string {
  switch (error.code) {
    case 'ECONNREFUSED':
      return `Nothing answers at ${host}:${String(port)}`;
    case 'ENOTFOUND':
    case 'EAI_AGAIN':
      return `There is no server called ${host}, or this machine is offline`;
    case 'ETIMEDOUT':
    case 'EHOSTUNREACH':
    case 'ENETUNREACH':
      return `${host} cannot be reached`;
    case 'EPIPE':
    case 'ECONNRESET':
      return 'The connection broke';
    case undefined:
    default:
      return error.message;
  }
}

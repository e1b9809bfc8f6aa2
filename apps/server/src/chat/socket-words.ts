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
      return error.message;
    default:
      return secureWords(error.code, host, port) ?? error.message;
  }
}

/** What Node calls a certificate it does not trust. */
const UNTRUSTED = /^(?:CERT_|DEPTH_ZERO_|SELF_SIGNED_|UNABLE_TO_|ERR_TLS_CERT_)/u;

function secureWords(code: string, host: string, port: number): string | undefined {
  if (code.startsWith('ERR_SSL_') || code === 'EPROTO')
    return `${host} does not speak TLS at port ${String(port)}; turn encryption off, or use the server’s encrypted port, most often 6697`;
  if (UNTRUSTED.test(code)) return `The certificate of ${host} is not trusted (${code})`;
  return undefined;
}

import type { RoomSettings } from './room-settings.js';

/** Ports as RFC 7194 and common use have them. */
const ENCRYPTED = 6697;
const PLAIN = 6667;

/**
 * Reads where a room is as people write it: `irc.example.org`, `irc.example.org:6667`, or an
 * address such as `ircs://irc.example.org/#lanternhour`. What is not said is not in the answer;
 * encryption follows from the scheme or, without one, from the port.
 */
export function readServer(typed: string): Partial<Pick<RoomSettings, 'host' | 'port' | 'tls' | 'channel'>> {
  const [, scheme, host = '', port, path] =
    /^(?:(ircs?):\/\/)?(\[[^\]\s]*\]|[^\s/:]*)(?::(\d{1,5}))?(?:\/(\S*))?$/iu.exec(typed.trim()) ?? [];
  if (host === '') return { host: typed.trim() };
  const given = port === undefined ? undefined : Number(port);
  const secure =
    scheme === undefined
      ? given === undefined
        ? undefined
        : given !== PLAIN
      : scheme.toLowerCase() === 'ircs';
  const channel = path === undefined ? '' : decoded(path);
  return {
    host: host.replace(/^\[|\]$/gu, ''),
    ...(given === undefined
      ? scheme === undefined
        ? {}
        : { port: secure === true ? ENCRYPTED : PLAIN }
      : { port: given }),
    ...(secure === undefined ? {} : { tls: secure }),
    ...(channel === '' ? {} : { channel: /^[#&]/u.test(channel) ? channel : `#${channel}` }),
  };
}

function decoded(path: string): string {
  try {
    return decodeURIComponent(path);
  } catch {
    return path;
  }
}

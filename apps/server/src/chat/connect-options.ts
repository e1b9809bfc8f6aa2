import type { ConnectOptions } from 'irc-framework';
import type { Room } from '../connection/index.js';

/** How the client library is to connect. It does not come back by itself; the connection's own pauses do that. */
export function connectOptions(room: Room): ConnectOptions {
  const { host, port, nick, tls, password, account, accountPassword } = room;
  return {
    host,
    port,
    nick,
    username: nick,
    gecos: 'Gully, a chat bot',
    // No request by CTCP is answered: each answer would be a line past the limit.
    version: '',
    tls,
    auto_reconnect: false,
    enable_echomessage: true,
    ...(password === '' ? {} : { password }),
    ...(account === '' ? {} : { account: { account, password: accountPassword } }),
  };
}

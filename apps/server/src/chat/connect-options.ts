import type { ConnectOptions } from 'irc-framework';
import type { Environment } from '../configuration/index.js';

/** How the client library is to connect. It does not come back by itself; the connection's own pauses do that. */
export function connectOptions(environment: Environment): ConnectOptions {
  return {
    host: environment.GULLY_IRC_HOST,
    port: environment.GULLY_IRC_PORT,
    nick: environment.GULLY_IRC_NICK,
    username: environment.GULLY_IRC_NICK,
    gecos: 'Gully, a chat bot',
    // No request by CTCP is answered: each answer would be a line past the limit.
    version: '',
    tls: environment.GULLY_IRC_TLS,
    auto_reconnect: false,
    enable_echomessage: true,
    ...(environment.GULLY_IRC_PASSWORD === undefined ? {} : { password: environment.GULLY_IRC_PASSWORD }),
    ...(environment.GULLY_IRC_ACCOUNT === undefined
      ? {}
      : {
          account: {
            account: environment.GULLY_IRC_ACCOUNT,
            password: environment.GULLY_IRC_ACCOUNT_PASSWORD ?? '',
          },
        }),
  };
}

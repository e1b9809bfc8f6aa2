/** The part of irc-framework that Gully uses; the package brings no types of its own. */
declare module 'irc-framework' {
  import type { EventEmitter } from 'node:events';
  import type { Socket } from 'node:net';

  export interface ConnectOptions {
    host: string;
    port: number;
    nick: string;
    username: string;
    gecos: string;
    tls: boolean;
    password?: string;
    account?: { account: string; password: string };
    auto_reconnect: boolean;
    enable_echomessage: boolean;
    ping_interval?: number;
    ping_timeout?: number;
    version?: string;
  }

  export interface MessageEvent {
    nick: string;
    target: string;
    message: string;
    tags: Record<string, string>;
    account?: string;
    type: 'privmsg' | 'notice' | 'action';
  }

  interface Events {
    'raw socket connected': [Socket];
    registered: [{ nick: string }];
    message: [MessageEvent];
    userlist: [{ channel: string; users: { nick: string; modes: string[] }[] }];
    join: [{ nick: string; channel: string; account?: string | false }];
    part: [{ nick: string; channel: string }];
    quit: [{ nick: string }];
    kick: [{ kicked: string; nick: string; channel: string; message: string }];
    nick: [{ nick: string; new_nick: string }];
    mode: [{ target: string; nick: string; modes: { mode: string; param: string | null }[] }];
    'nick in use': [{ nick: string }];
    'irc error': [{ error: string; reason?: string; channel?: string; nick?: string }];
    pong: [{ message?: string }];
    /** one the library has no name for */
    'unknown command': [{ command: string; params: string[] }];
    'sasl failed': [{ reason: string; message?: string }];
    'socket error': [Error];
    close: [];
    'socket close': [Error | false | undefined];
  }

  export class Client extends EventEmitter<Events> {
    constructor(options?: Partial<ConnectOptions>);
    readonly user: { nick: string };
    readonly network: {
      cap: { enabled: string[]; isEnabled(name: string): boolean };
      supports(feature: string): unknown;
    };
    readonly connected: boolean;
    readonly connection: { removeAllListeners(event: string): void };
    readonly command_handler: { dispatch(message: { readonly command: string }): void };
    connect(options: ConnectOptions): void;
    requestCap(names: string[]): void;
    join(channel: string): void;
    changeNick(nick: string): void;
    raw(...parts: string[]): void;
    who(target: string, answered: (list: { users: { nick: string; account?: string }[] }) => void): void;
    quit(message?: string): void;
  }

  const irc: { Client: typeof Client };
  export default irc;
}

/** The little of irc-framework that the bare bot uses; the package brings no types of its own. */
declare module 'irc-framework' {
  export class Client {
    on(event: 'raw socket connected', listener: (socket: import('node:net').Socket) => void): void;
    on(event: 'registered' | 'userlist', listener: () => void): void;
    on(event: 'message', listener: (event: { message: string; target: string }) => void): void;
    connect(options: Record<string, unknown>): void;
    join(channel: string): void;
    raw(...parts: string[]): void;
  }
  const irc: { Client: typeof Client };
  export default irc;
}

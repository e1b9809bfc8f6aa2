import { connect, type Socket } from 'node:net';

/** A socket to an IRC server and the lines it got, so that tests see what is on the wire. */
export class RawClient {
  readonly lines: string[] = [];
  private readonly waiting = new Set<() => void>();
  private rest = '';
  closed = false;

  private constructor(private readonly socket: Socket) {
    socket.setEncoding('utf8');
    socket.on('data', (chunk: string) => {
      const parts = (this.rest + chunk).split('\r\n');
      this.rest = parts.pop() ?? '';
      this.lines.push(...parts);
      this.wake();
    });
    socket.on('close', () => {
      this.closed = true;
      this.wake();
    });
    socket.on('error', () => undefined);
  }

  static open(port: number): Promise<RawClient> {
    return new Promise((resolve, reject) => {
      const socket = connect(port, '127.0.0.1', () => {
        resolve(new RawClient(socket));
      });
      socket.once('error', reject);
    });
  }

  /** Registers, with capabilities if any are named, and joins. */
  static async join(
    port: number,
    nick: string,
    channel = '#lanternhour',
    capabilities = '',
  ): Promise<RawClient> {
    const client = await RawClient.open(port);
    if (capabilities !== '') client.send(`CAP REQ :${capabilities}`);
    client.send(`NICK ${nick}`, `USER ${nick} 0 * :${nick}`);
    if (capabilities !== '') client.send('CAP END');
    client.send(`JOIN ${channel}`);
    await client.until(/ 366 /u);
    return client;
  }

  send(...lines: string[]): void {
    for (const line of lines) this.socket.write(`${line}\r\n`);
  }

  /** The first line, since the start or a given place, that fits. */
  async until(fits: RegExp, from = 0): Promise<string> {
    for (;;) {
      const found = this.lines.slice(from).find((line) => fits.test(line));
      if (found !== undefined) return found;
      if (this.closed) throw new Error(`closed before ${String(fits)} came:\n${this.lines.join('\n')}`);
      await new Promise<void>((resolve) => this.waiting.add(resolve));
    }
  }

  /** Resolves when all sent before has been answered; what comes of it is then in `lines`. */
  async settled(): Promise<void> {
    const mark = `m${String(this.lines.length)}x${String(Math.random()).slice(2)}`;
    this.send(`PING ${mark}`);
    await this.until(new RegExp(`PONG .*${mark}`, 'u'));
  }

  async untilClosed(): Promise<void> {
    while (!this.closed) await new Promise<void>((resolve) => this.waiting.add(resolve));
  }

  close(): void {
    this.socket.destroy();
  }

  private wake(): void {
    for (const resolve of this.waiting) resolve();
    this.waiting.clear();
  }
}

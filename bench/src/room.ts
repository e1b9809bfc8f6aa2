import { connect } from 'node:net';
import { Database, openDatabase } from '@gully/server/database';
import { STORED } from '@gully/server/stored';

/** Reads something of a folder. */
export async function reading<T>(folder: string, read: (database: Database) => Promise<T>): Promise<T> {
  const database = new Database(await openDatabase(folder, STORED));
  const found = await read(database);
  await database.onApplicationShutdown();
  return found;
}

/** Sends what is asked of the server's API. */
export function sender(address: string) {
  return async (method: string, path: string, body?: object): Promise<unknown> => {
    const answer = await fetch(`${address}/api/${path}`, {
      method,
      headers: { 'content-type': 'application/json' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    if (!answer.ok) throw new Error(`${path}: ${String(answer.status)} ${await answer.text()}`);
    return answer.status === 204 ? undefined : answer.json();
  };
}

/** The room, in which anybody may be made to speak, and someone who hears what the bot says. */
export class Room {
  private rest = '';
  private readonly wanted: { readonly wanted: RegExp; readonly resolve: (at: number) => void }[] = [];
  private readonly waiting = new Map<string, (at: number) => void>();

  private constructor(
    private readonly standin: string,
    private readonly leaving: () => void,
  ) {}

  static join(port: number, standin: string): Promise<Room> {
    return new Promise((resolve, reject) => {
      const socket = connect(port, '127.0.0.1', () =>
        socket.write('NICK witness\r\nUSER witness 0 * :witness\r\nJOIN #lanternhour\r\n'),
      );
      const room = new Room(standin, () => socket.end('QUIT :done\r\n'));
      socket.setEncoding('utf8').setNoDelay(true);
      socket.once('error', reject);
      socket.on('data', (chunk: string) => {
        room.hear(chunk);
        if (chunk.includes(' 366 ')) resolve(room);
      });
    });
  }

  /** Has everyone say something, at an even rate. @returns milliseconds until each was answered */
  async all(text: string, viewers: number, aSecond: number): Promise<number[]> {
    const begun = performance.now();
    const answers: Promise<number>[] = [];
    for (let n = 0; n < viewers; n += 1) {
      const wait = begun + (n * 1_000) / aSecond - performance.now();
      if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait));
      const name = nameOf(n);
      answers.push(this.ask(name, text));
    }
    return Promise.all(answers);
  }

  /** When the bot says something, by this process's clock. */
  heard(wanted: RegExp): Promise<number> {
    return new Promise((resolve) => {
      this.wanted.push({ wanted, resolve });
    });
  }

  /** Has everyone say something, at an even rate, that is not answered one by one. */
  async say(text: string, viewers: number, aSecond: number): Promise<void> {
    const begun = performance.now();
    for (let n = 0; n < viewers; n += 1) {
      const wait = begun + (n * 1_000) / aSecond - performance.now();
      if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait));
      await this.speak(nameOf(n), text);
    }
  }

  leave(): void {
    this.leaving();
  }

  private ask(name: string, text: string): Promise<number> {
    const said = performance.now();
    return new Promise((resolve, reject) => {
      this.waiting.set(name, (at) => {
        resolve(at - said);
      });
      this.speak(name, text).catch(reject);
    });
  }

  private async speak(name: string, text: string): Promise<void> {
    await fetch(`${this.standin}/control/say`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name, roles: [], text }),
    });
  }

  private hear(chunk: string): void {
    const lines = (this.rest + chunk).split('\r\n');
    this.rest = lines.pop() ?? '';
    const at = performance.now();
    for (const line of lines) {
      if (line.startsWith(':gully!'))
        for (const one of this.wanted.splice(0))
          if (one.wanted.test(line)) one.resolve(at);
          else this.wanted.push(one);
      const name = line.startsWith(':gully!') ? /buyer\d{4}/u.exec(line)?.[0] : undefined;
      if (name === undefined) continue;
      this.waiting.get(name)?.(at);
      this.waiting.delete(name);
    }
  }
}

const nameOf = (n: number): string => `buyer${String(n).padStart(4, '0')}`;

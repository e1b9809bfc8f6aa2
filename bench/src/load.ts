import { connect, type Socket } from 'node:net';
import { build, type Histogram } from 'hdr-histogram-js';

/** How many speak; each line goes to all of them, so few keep the room itself from being what is measured. */
const SPEAKERS = 8;
/** Lines under way at once in the throughput run. */
const WINDOW = 400;
const COMMANDS = 200;

/** Speakers in the room and one who listens for the bot's answers. */
export class Load {
  private readonly waiting = new Map<number, (at: number) => void>();
  private next = 0;

  private constructor(
    private readonly speakers: readonly Socket[],
    private readonly listener: Socket,
  ) {
    let rest = '';
    listener.on('data', (chunk: string) => {
      const lines = (rest + chunk).split('\r\n');
      rest = lines.pop() ?? '';
      const now = performance.now();
      for (const line of lines) {
        if (!line.startsWith(':gully!')) continue;
        const number = Number(line.slice(line.lastIndexOf(' ') + 1));
        const seen = this.waiting.get(number);
        this.waiting.delete(number);
        seen?.(now);
      }
    });
  }

  static async join(port: number): Promise<Load> {
    const speakers = await Promise.all(
      Array.from({ length: SPEAKERS }, (_, n) => join(port, `caver${String(n)}`)),
    );
    for (const speaker of speakers) speaker.resume();
    return new Load(speakers, await join(port, 'witness'));
  }

  /** Says so many commands, a window of them at a time. Answers per second. */
  async throughput(count: number): Promise<number> {
    const start = performance.now();
    let begun = 0;
    const worker = async (): Promise<void> => {
      while (begun < count) {
        begun += 1;
        await this.ask();
      }
    };
    await Promise.all(Array.from({ length: WINDOW }, worker));
    return (count / (performance.now() - start)) * 1000;
  }

  /** Says commands at an even rate; the time from saying to seeing the answer, in microseconds. */
  async latency(perSecond: number, seconds: number): Promise<Histogram> {
    const histogram = build({
      lowestDiscernibleValue: 1,
      highestTrackableValue: 60_000_000,
      numberOfSignificantValueDigits: 3,
    });
    const answers: Promise<void>[] = [];
    const start = performance.now();
    for (let n = 0; n < perSecond * seconds; n++) {
      const due = start + (n * 1000) / perSecond;
      const wait = due - performance.now();
      if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait));
      const said = performance.now();
      answers.push(
        this.ask().then((at) => {
          histogram.recordValue(Math.max(1, Math.round((at - said) * 1000)));
        }),
      );
    }
    await Promise.all(answers);
    return histogram;
  }

  /** Leaves the room; the names are free again when it resolves. */
  async close(): Promise<void> {
    for (const socket of [...this.speakers, this.listener])
      await new Promise((resolve) => {
        socket.once('close', resolve);
        socket.write('QUIT :done\r\n');
      });
  }

  private ask(): Promise<number> {
    const number = this.next++;
    const speaker = this.speakers[number % SPEAKERS];
    return new Promise((resolve) => {
      this.waiting.set(number, resolve);
      speaker?.write(`PRIVMSG #lanternhour :!passage${String(number % COMMANDS)} ${String(number)}\r\n`);
    });
  }
}

function join(port: number, nick: string): Promise<Socket> {
  return new Promise((resolve, reject) => {
    const socket = connect(port, '127.0.0.1', () =>
      socket.write(`NICK ${nick}\r\nUSER ${nick} 0 * :${nick}\r\nJOIN #lanternhour\r\n`),
    );
    socket.setEncoding('utf8').setNoDelay(true);
    let seen = '';
    const onData = (chunk: string): void => {
      seen += chunk;
      if (!seen.includes(' 366 ')) return;
      socket.off('data', onData);
      resolve(socket);
    };
    socket.on('data', onData);
    socket.once('error', reject);
  });
}

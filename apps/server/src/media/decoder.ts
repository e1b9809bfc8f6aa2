import { fork, type ChildProcess } from 'node:child_process';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import type { DecodingAnswer, DecodingOrder } from './decoding-child.js';
import type { Examined } from './examined.js';

/** How long the process stays without work, in milliseconds. */
const IDLE_MS = 30_000;

const TOO_MUCH: Examined = {
  refused: 'It takes more than 5 s or 768 MB of memory to open. Save it again in a plainer form',
};

/** Has files examined in a process of its own, one at a time, so that none of them can hold up the server. */
@Injectable()
export class Decoder implements OnApplicationShutdown {
  /** processor time one file may take, in microseconds */
  mostCpu = 5_000_000;
  /** by the clock, in milliseconds: for a file that makes the process wait instead of compute */
  mostTime = 30_000;
  private child?: ChildProcess;
  private turn: Promise<unknown> = Promise.resolve();
  private idle?: NodeJS.Timeout;

  /** Never rejects: a file that ends the process is refused. */
  examine(path: string): Promise<Examined> {
    const examined = this.turn.then(() => this.examineNow(path));
    this.turn = examined;
    return examined;
  }

  onApplicationShutdown(): void {
    this.end();
  }

  private async examineNow(path: string): Promise<Examined> {
    clearTimeout(this.idle);
    this.child ??= await begin();
    const { child } = this;
    if (child === undefined) return { refused: 'The program that opens files did not start. Try again' };
    child.ref();
    child.channel?.ref();
    const late = setTimeout(() => child.kill('SIGKILL'), this.mostTime);
    child.send({ path, mostCpu: this.mostCpu } satisfies DecodingOrder);
    const answer = await answerOf(child);
    clearTimeout(late);
    if (answer === undefined || answer === 'ready') {
      this.end();
      return TOO_MUCH;
    }
    child.unref();
    child.channel?.unref();
    this.idle = setTimeout(() => {
      this.end();
    }, IDLE_MS).unref();
    return answer;
  }

  private end(): void {
    clearTimeout(this.idle);
    this.child?.kill('SIGKILL');
    delete this.child;
  }
}

/** @returns undefined where the process could not be started */
async function begin(): Promise<ChildProcess | undefined> {
  const { PATH, HOME, SystemRoot } = process.env;
  const child = fork(new URL('./decoding-child.js', import.meta.url), [], {
    execArgv: ['--max-old-space-size=256'],
    // No secrets: of the server's own environment it gets what programs need to start at all.
    env: { PATH, HOME, SystemRoot },
    stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
  });
  return (await answerOf(child)) === undefined ? undefined : child;
}

/** What the process says next; undefined where it ends instead. */
function answerOf(child: ChildProcess): Promise<DecodingAnswer | undefined> {
  return new Promise((resolve) => {
    const end = (answer?: DecodingAnswer): void => {
      child.off('message', end).off('exit', ended).off('error', ended);
      resolve(answer);
    };
    const ended = (): void => {
      end();
    };
    child.on('message', end).on('exit', ended).on('error', ended);
  });
}

import { foldNick } from '@gully/core/viewers';

/** Milliseconds after which it counts as unknown whether a line has got there. */
const PATIENCE_MS = 20_000;
const UNKNOWN: Undelivered = { words: 'the room did not say whether it arrived', unsure: true };

/** Why a line did not get to its viewer. */
export interface Undelivered {
  readonly words: string;
  /** it may have got there all the same */
  readonly unsure: boolean;
}

/** @param failed undefined when it got there */
export type ToldOfDelivery = (failed: Undelivered | undefined) => void;

interface Sent {
  readonly to: string;
  readonly text: string;
  readonly question: string;
  readonly told: ToldOfDelivery;
  readonly timer: NodeJS.Timeout;
}

/**
 * What becomes of lines that are brought to one viewer and must not be lost. A server that echoes says
 * so itself; another answers a question behind the line once it has taken that, and has refused it
 * before then if it did.
 */
export class Deliveries {
  private sent: Sent[] = [];
  private asked = 0;

  /** A line has been sent. @param ask asks the server a question, where it does not echo */
  expect(
    to: string,
    text: string,
    told: ToldOfDelivery,
    ask: ((question: string) => void) | undefined,
  ): void {
    this.asked += 1;
    const question = `gully-${String(this.asked)}`;
    const timer = setTimeout(() => {
      this.settle((each) => each.question === question, UNKNOWN);
    }, PATIENCE_MS).unref();
    this.sent.push({ to: foldNick(to), text, question, told, timer });
    ask?.(question);
  }

  echoed(text: string, to: string | undefined): void {
    if (to !== undefined) this.settle((each) => each.to === foldNick(to) && each.text === text, undefined);
  }

  reached(question: string): void {
    this.settle((each) => each.question === question, undefined);
  }

  /** A server that refuses does not say which line it was; they are refused in their order. */
  undelivered(nick: string, words: string): void {
    this.settle((each) => each.to === foldNick(nick), { words, unsure: false });
  }

  /** The connection is gone, and with it every answer. */
  lost(): void {
    while (this.sent.length > 0) this.settle(() => true, UNKNOWN);
  }

  private settle(fits: (each: Sent) => boolean, failed: Undelivered | undefined): void {
    const at = this.sent.findIndex(fits);
    const [found] = at < 0 ? [] : this.sent.splice(at, 1);
    if (found === undefined) return;
    clearTimeout(found.timer);
    found.told(failed);
  }
}

import type { Act, Sent } from './act-queue.js';

/** An act whose commands were sent to the room. */
export interface SentAct extends Sent {
  readonly act: Act;
}

/**
 * Acts that were sent, until the server confirms them. It is asked a question behind them, which it
 * answers once it has taken all before; one question at a time, however many acts there are.
 */
export class Unconfirmed {
  /** sent since the last question */
  private sent: SentAct[] = [];
  private asked: { readonly question: string; readonly sent: SentAct[]; refused?: string } | undefined;
  private questions = 0;

  constructor(
    private readonly ask: (question: string) => void,
    private readonly settle: (sent: SentAct, refused: string | undefined) => void,
  ) {}

  add(sent: SentAct): void {
    this.sent.push(sent);
  }

  has(id: string): boolean {
    return [...(this.asked?.sent ?? []), ...this.sent].some(({ act }) => act.id === id);
  }

  /** Asks about what was sent, unless an answer is waited for; then it does once that is there. */
  confirm(): void {
    if (this.asked !== undefined || this.sent.length === 0) return;
    this.questions += 1;
    this.asked = { question: `gully-act-${String(this.questions)}`, sent: this.sent };
    this.sent = [];
    this.ask(this.asked.question);
  }

  /** The server has taken all that was sent before a question. */
  reached(question: string): void {
    const { asked } = this;
    if (asked?.question !== question) return;
    this.asked = undefined;
    for (const each of asked.sent) this.settle(each, asked.refused);
    this.confirm();
  }

  /** The server does not let Gully act. It says so before it answers the question, and not to which act. */
  refused(words: string): void {
    if (this.asked !== undefined) this.asked.refused = words;
  }

  /** The connection is gone, and with it every answer. @returns what is not known to be done */
  lost(): Act[] {
    const all = [...(this.asked?.sent ?? []), ...this.sent].map(({ act }) => act);
    this.asked = undefined;
    this.sent = [];
    return all;
  }
}

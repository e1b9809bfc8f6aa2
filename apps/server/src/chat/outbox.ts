import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { RateWindow, sortWaiting, type RateLimit, type Urgency, type Waiting } from '@gully/core/chat';
import { Environment } from '../configuration/index.js';
import { ChatLog } from './chat-log.js';
import { ConnectionService } from './connection.js';
import { Deliveries, type ToldOfDelivery, type Undelivered } from './deliveries.js';
import type { Destination } from './room-acts.js';

interface Line extends Waiting {
  readonly cause: Cause;
  readonly where: Destination;
  /** for what must not be lost, nor be seen by others */
  readonly secret?: Secret | undefined;
}

/** A line that is for one viewer’s eyes. */
interface Secret {
  /** what stands in its place in the log of chat */
  readonly shownAs: string;
  readonly told: ToldOfDelivery;
}

/** What had a line said. */
export interface Cause {
  /** as the end of a sentence that begins with “Said because” */
  readonly because: string;
  /** the viewer who had it said, by id */
  readonly viewer?: string | undefined;
}

/** Milliseconds by which one line may take longer to the server than another. */
const ON_THE_WAY_MS = 250;

/** Lines that were sent and not yet confirmed, at the most; a server that never echoes forgets the oldest. */
const UNCONFIRMED = 200;

/**
 * The only way to chat. Keeps the platform's rate limit, lets the urgent go first, holds
 * what was to be said while the connection is away and drops what is then too old.
 */
@Injectable()
export class Outbox implements OnApplicationShutdown {
  private waiting: Line[] = [];
  /** sent, but not yet seen to be said; said again when the connection breaks before that */
  private unconfirmed: Line[] = [];
  private readonly deliveries = new Deliveries();
  private readonly window = new RateWindow();
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly environment: Environment,
    private readonly connection: ConnectionService,
    private readonly log: ChatLog,
  ) {
    connection.countWaitingWith(() => this.waiting.length);
    connection.subscribe({
      opened: () => {
        this.drain();
      },
      closed: () => {
        // Whoever handed a secret over is told that it is not known what became of it, and says what then.
        this.deliveries.lost();
        const again = this.unconfirmed.filter(({ secret }) => secret === undefined);
        this.waiting = [...again, ...this.waiting];
        this.unconfirmed = [];
      },
      echoed: (text, to) => {
        const index = this.unconfirmed.findIndex((line) => line.text === text && line.where.to === to);
        if (index >= 0) this.unconfirmed.splice(0, index + 1);
        this.deliveries.echoed(text, to);
      },
      undelivered: (nick, words) => {
        this.deliveries.undelivered(nick, words);
      },
      reached: (question) => {
        this.deliveries.reached(question);
      },
    });
  }

  /** Says lines that `prepareLines` made, in their order, as soon as it may. */
  say(
    lines: readonly string[],
    urgency: Urgency,
    cause: Cause = { because: '' },
    where: Destination = {},
  ): void {
    const at = Date.now();
    // The same words to someone else are no repeat.
    const whole = { text: `${where.to ?? ''} ${lines.join(' ')}` };
    this.waiting.push(...lines.map((text) => ({ text, whole, urgency, at, cause, where })));
    this.drain();
  }

  /**
   * Brings something to one viewer that nobody else may read, in the log neither.
   *
   * @param shownAs what stands in its place in the log of chat
   * @returns why it did not get there, or undefined; never rejects
   */
  async handOver(
    to: string,
    lines: readonly string[],
    shownAs: string,
    cause: Cause,
  ): Promise<Undelivered | undefined> {
    if (lines.length === 0) return { words: 'there is nothing to say', unsure: false };
    const at = Date.now();
    const whole = { text: `${to} ${lines.join(' ')}` };
    const told = lines.map(
      (text) =>
        new Promise<Undelivered | undefined>((resolve) => {
          const secret = { shownAs, told: resolve };
          this.waiting.push({ text, whole, urgency: 'reply', at, cause, where: { to }, secret });
        }),
    );
    this.drain();
    const failed = (await Promise.all(told)).filter((each) => each !== undefined);
    return failed.find(({ unsure }) => unsure) ?? failed[0];
  }

  onApplicationShutdown(): void {
    clearTimeout(this.timer);
  }

  private drain(): void {
    clearTimeout(this.timer);
    if (this.waiting.length === 0 || !this.connection.open) return;
    const now = Date.now();
    const sorted = sortWaiting(this.waiting, now);
    this.waiting = [...sorted.waiting];
    for (const { item } of sorted.dropped)
      item.secret?.told({ words: 'it could not be said in time', unsure: false });
    const limit = this.limit();
    for (let line = this.waiting[0]; line !== undefined; line = this.waiting[0]) {
      const waitMs = this.window.waitMs(limit, now, line.urgency === 'moderation');
      if (waitMs > 0) {
        this.timer = setTimeout(() => {
          this.drain();
        }, waitMs);
        return;
      }
      if (!this.connection.send(line.text, line.where)) return;
      this.window.count(now);
      this.waiting.shift();
      this.sent(line);
    }
  }

  private sent({ text, cause, where, secret, ...line }: Line): void {
    if (secret !== undefined && where.to !== undefined)
      this.deliveries.expect(where.to, text, secret.told, this.question());
    if (this.connection.confirms) {
      this.unconfirmed.push({ text, cause, where, secret, ...line });
      if (this.unconfirmed.length > UNCONFIRMED) this.unconfirmed.shift();
    }
    const said = where.to === undefined ? text : `(privately to ${where.to}) ${secret?.shownAs ?? text}`;
    this.log.recordOwn(this.connection.nick, said, cause, where.to !== undefined);
  }

  /** How a server that does not echo is asked whether it has taken a line. */
  private question(): ((question: string) => void) | undefined {
    if (this.connection.confirms) return undefined;
    return (question) => {
      this.connection.acts.ask(question);
    };
  }

  private limit(): RateLimit {
    const { GULLY_CHAT_LIMIT, GULLY_CHAT_LIMIT_MODERATOR, GULLY_CHAT_LIMIT_SECONDS } = this.environment;
    const most = this.connection.hasModeratorRights ? GULLY_CHAT_LIMIT_MODERATOR : GULLY_CHAT_LIMIT;
    // A server counts when lines arrive, and the way there is not always as long.
    return { most, spanMs: GULLY_CHAT_LIMIT_SECONDS * 1000 + ON_THE_WAY_MS };
  }
}

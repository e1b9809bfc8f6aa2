import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { RateWindow, sortWaiting, type RateLimit, type Urgency, type Waiting } from '@gully/core/chat';
import { Environment } from '../configuration/index.js';
import { ChatLog } from './chat-log.js';
import { ConnectionService } from './connection.js';
import type { Destination } from './room-acts.js';

interface Line extends Waiting {
  readonly cause: Cause;
  readonly where: Destination;
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
        this.waiting = [...this.unconfirmed, ...this.waiting];
        this.unconfirmed = [];
      },
      echoed: (text, to) => {
        const index = this.unconfirmed.findIndex((line) => line.text === text && line.where.to === to);
        if (index >= 0) this.unconfirmed.splice(0, index + 1);
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
    // The same words to somebody else are no repeat.
    const whole = { text: `${where.to ?? ''} ${lines.join(' ')}` };
    this.waiting.push(...lines.map((text) => ({ text, whole, urgency, at, cause, where })));
    this.drain();
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

  private sent({ text, cause, where, ...line }: Line): void {
    if (this.connection.confirms) {
      this.unconfirmed.push({ text, cause, where, ...line });
      if (this.unconfirmed.length > UNCONFIRMED) this.unconfirmed.shift();
    }
    const said = where.to === undefined ? text : `(privately to ${where.to}) ${text}`;
    this.log.recordOwn(this.connection.nick, said, cause);
  }

  private limit(): RateLimit {
    const { GULLY_CHAT_LIMIT, GULLY_CHAT_LIMIT_MODERATOR, GULLY_CHAT_LIMIT_SECONDS } = this.environment;
    const most = this.connection.hasModeratorRights ? GULLY_CHAT_LIMIT_MODERATOR : GULLY_CHAT_LIMIT;
    // A server counts when lines arrive, and the way there is not always as long.
    return { most, spanMs: GULLY_CHAT_LIMIT_SECONDS * 1000 + ON_THE_WAY_MS };
  }
}

import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import {
  fullBucket,
  sortWaiting,
  take,
  type Bucket,
  type BucketLimit,
  type Urgency,
  type Waiting,
} from '@gully/core/chat';
import { Environment } from '../configuration/index.js';
import { ChatLog } from './chat-log.js';
import { ConnectionService, type Destination } from './connection.js';

interface Line extends Waiting {
  /** the why of the message that made the bot say it, shown at the line */
  readonly brief: string;
  readonly where: Destination;
}

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
  private bucket: Bucket | undefined;
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly environment: Environment,
    private readonly connection: ConnectionService,
    private readonly log: ChatLog,
  ) {
    connection.countWaitingWith(() => this.waiting.length);
    connection.listen({
      opened: () => {
        this.drain();
      },
      closed: () => {
        this.waiting = [...this.unconfirmed, ...this.waiting];
        this.unconfirmed = [];
      },
      echoed: (text) => {
        const index = this.unconfirmed.findIndex((line) => line.text === text);
        if (index >= 0) this.unconfirmed.splice(0, index + 1);
      },
    });
  }

  /** Says lines that `prepareLines` made, in their order, as soon as it may. */
  say(lines: readonly string[], urgency: Urgency, brief = '', where: Destination = {}): void {
    const at = Date.now();
    // The same words to somebody else are no repeat.
    const whole = { text: `${where.to ?? ''} ${lines.join(' ')}` };
    this.waiting.push(...lines.map((text) => ({ text, whole, urgency, at, brief, where })));
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
    this.bucket ??= fullBucket(limit, now);
    for (let line = this.waiting[0]; line !== undefined; line = this.waiting[0]) {
      const taken = take(this.bucket, limit, now);
      if ('waitMs' in taken) {
        this.timer = setTimeout(() => {
          this.drain();
        }, taken.waitMs);
        return;
      }
      if (!this.connection.send(line.text, line.where)) return;
      this.bucket = taken.bucket;
      this.waiting.shift();
      this.sent(line);
    }
  }

  private sent(line: Line): void {
    // It goes past the room, so no echo of it is heard there.
    if (line.where.to !== undefined) {
      this.log.recordOwn(
        this.connection.view().nick,
        `(privately to ${line.where.to}) ${line.text}`,
        line.brief,
      );
      return;
    }
    if (this.connection.confirms) {
      this.unconfirmed.push(line);
      if (this.unconfirmed.length > UNCONFIRMED) this.unconfirmed.shift();
    }
    this.log.recordOwn(this.connection.view().nick, line.text, line.brief);
  }

  private limit(): BucketLimit {
    const { GULLY_CHAT_LIMIT, GULLY_CHAT_LIMIT_MODERATOR, GULLY_CHAT_LIMIT_SECONDS } = this.environment;
    const capacity = this.connection.hasModeratorRights ? GULLY_CHAT_LIMIT_MODERATOR : GULLY_CHAT_LIMIT;
    return { capacity, spanMs: GULLY_CHAT_LIMIT_SECONDS * 1000 };
  }
}

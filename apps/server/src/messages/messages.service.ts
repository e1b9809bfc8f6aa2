import { Injectable, type BeforeApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import type { ChatLine } from '@gully/core/chat';
import type { Decision } from '@gully/core/pipeline';
import type { Heard } from '../chat/index.js';
import { ConnectionSettings } from '../connection/index.js';
import { JobQueue } from '../jobs/index.js';
import { Listeners } from '../signals/index.js';
import { MessageJob } from './message-job.js';
import { MessageParts } from './message-parts.js';
import { performDecision } from './performing.js';

/** Takes what is written in the chat room through the pipeline, line by line. */
@Injectable()
export class MessagesService implements OnModuleInit, BeforeApplicationShutdown {
  private readonly listeners = new Listeners<[line: ChatLine, removed: boolean]>();

  constructor(
    private readonly connectionSettings: ConnectionSettings,
    private readonly queue: JobQueue,
    private readonly parts: MessageParts,
  ) {}

  /** Calls `listener` for each line once what it came to is on disk, the bot's own and other bots' too. */
  subscribe(listener: (line: ChatLine, removed: boolean) => void): void {
    this.listeners.add(listener);
  }

  onModuleInit(): void {
    this.parts.connection.subscribe({
      heard: (line) => {
        this.receive(line);
      },
      opened: () => {
        this.parts.activity.record('connection', 'Gully', `joined ${this.connectionSettings.room.channel}`);
      },
      closed: () => {
        const { channel } = this.connectionSettings.room;
        this.parts.activity.record('connection', 'Gully', `is no longer in ${channel}`);
      },
    });
  }

  /** Does what a line came to when it was decided on again. */
  perform(line: ChatLine, decision: Decision): void {
    performDecision(line, decision, this.parts);
  }

  receive(heard: Heard): void {
    const job = new MessageJob(heard, this.parts, (line, removed) => {
      this.listeners.tell(line, removed);
    });
    this.parts.live.pipeline.do(job).catch(() => {
      job.failed();
    });
  }

  async beforeApplicationShutdown(): Promise<void> {
    // What a run asks from here on is answered after the next start.
    await this.queue.end();
  }
}

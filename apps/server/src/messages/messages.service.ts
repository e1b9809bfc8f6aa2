import { Injectable, type BeforeApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import type { ChatLine } from '@gully/core/chat';
import type { Decision } from '@gully/core/pipeline';
import { ActivityService } from '../activity/index.js';
import { ChatLog, ConnectionService, HandledMessages, type Heard } from '../chat/index.js';
import { ConnectionSettings } from '../connection/index.js';
import { ChannelWorld, Performers } from '../live/index.js';
import { PipelineService } from '../pipeline/index.js';
import { JobQueue } from '../jobs/index.js';
import { RunLog } from '../runs/index.js';
import { ViewersService } from '../viewers/index.js';
import { Listeners } from '../signals/index.js';
import { MessageJob, type MessageParts } from './message-job.js';
import { performDecision } from './performing.js';

/** Takes what is written in the chat room through the pipeline, line by line. */
@Injectable()
export class MessagesService implements OnModuleInit, BeforeApplicationShutdown {
  private readonly parts: MessageParts;
  private readonly listeners = new Listeners<[line: ChatLine, removed: boolean]>();

  constructor(
    private readonly connectionSettings: ConnectionSettings,
    private readonly pipeline: PipelineService,
    private readonly queue: JobQueue,
    private readonly connection: ConnectionService,
    chatLog: ChatLog,
    handled: HandledMessages,
    viewers: ViewersService,
    world: ChannelWorld,
    private readonly activity: ActivityService,
    performers: Performers,
    runLog: RunLog,
  ) {
    const written = (line: ChatLine, removed: boolean): void => {
      this.listeners.tell(line, removed);
    };
    this.parts = { connection, chatLog, handled, viewers, world, activity, performers, runLog, written };
  }

  /** Calls `listener` for each line once what it came to is on disk, the bot's own and other bots' too. */
  subscribe(listener: (line: ChatLine, removed: boolean) => void): void {
    this.listeners.add(listener);
  }

  onModuleInit(): void {
    this.connection.subscribe({
      heard: (line) => {
        this.receive(line);
      },
      opened: () => {
        this.activity.record('connection', this.connectionSettings.room.channel, 'joined the chat room');
      },
      closed: () => {
        this.activity.record('connection', this.connectionSettings.room.channel, 'lost the chat room');
      },
    });
  }

  /** Does what a line came to when it was decided on again. */
  perform(line: ChatLine, decision: Decision): void {
    performDecision(line, decision, this.parts);
  }

  receive(heard: Heard): void {
    const job = new MessageJob(heard, this.parts);
    this.pipeline.do(job).catch(() => {
      job.failed();
    });
  }

  async beforeApplicationShutdown(): Promise<void> {
    // What a run asks from here on is answered after the next start.
    await this.queue.end();
  }
}

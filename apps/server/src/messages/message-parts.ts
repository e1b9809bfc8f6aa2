import { Injectable } from '@nestjs/common';
import { ActivityService } from '../activity/index.js';
import { ChatLog, ConnectionService, HandledMessages } from '../chat/index.js';
import { LiveChannel } from '../pipeline/index.js';
import { AfterDeciding } from '../runs/index.js';
import { ViewersService } from '../viewers/index.js';

/** What the job of a message uses of the server. */
@Injectable()
export class MessageParts {
  constructor(
    readonly connection: ConnectionService,
    readonly chatLog: ChatLog,
    readonly handled: HandledMessages,
    readonly viewers: ViewersService,
    readonly live: LiveChannel,
    readonly activity: ActivityService,
    readonly after: AfterDeciding,
  ) {}
}

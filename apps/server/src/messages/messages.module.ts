import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { ChatModule } from '../chat/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { RunsModule } from '../runs/index.js';
import { ViewersModule } from '../viewers/index.js';
import { MessageParts } from './message-parts.js';
import { MessagesService } from './messages.service.js';

@Module({
  imports: [ActivityModule, ChatModule, PipelineModule, RunsModule, ViewersModule],
  providers: [MessageParts, MessagesService],
  exports: [MessagesService],
})
export class MessagesModule {}

import { Module } from '@nestjs/common';
import { ChatController } from './chat.controller.js';
import { ChatLog } from './chat-log.js';
import { ConnectionService } from './connection.js';
import { Outbox } from './outbox.js';

@Module({
  controllers: [ChatController],
  providers: [ChatLog, ConnectionService, Outbox],
  exports: [ChatLog, ConnectionService, Outbox],
})
export class ChatModule {}

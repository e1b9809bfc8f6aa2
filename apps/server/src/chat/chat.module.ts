import { Module } from '@nestjs/common';
import { ChatController } from './chat.controller.js';
import { RoomController } from './room.controller.js';
import { ChatLog } from './chat-log.js';
import { ConnectionService } from './connection.js';
import { HandledMessages } from './handled-messages.js';
import { Outbox } from './outbox.js';
import { Speaking } from './speaking.js';

@Module({
  controllers: [ChatController, RoomController],
  providers: [ChatLog, ConnectionService, HandledMessages, Outbox, Speaking],
  exports: [ChatLog, ConnectionService, HandledMessages, Outbox],
})
export class ChatModule {}

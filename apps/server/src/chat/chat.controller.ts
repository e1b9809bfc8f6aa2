import { Body, Controller, Get, HttpCode, Param, Post, Query } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { prepareLines } from '@gully/core/chat';
import { Problem, WhileAwaited } from '../problem/index.js';
import { ChatLog } from './chat-log.js';
import { ConnectionService } from './connection.js';
import { Outbox } from './outbox.js';
import { ConnectionDto, LineDto, PageQuery, SayDto, WhyDto } from './views.js';

@ApiTags('chat')
@Controller('api')
export class ChatController {
  constructor(
    private readonly chatLog: ChatLog,
    private readonly connection: ConnectionService,
    private readonly outbox: Outbox,
  ) {}

  @Get('chat/lines')
  @ApiOkResponse({ type: [LineDto] })
  lines(@Query() { before, limit }: PageQuery, @WhileAwaited() signal: AbortSignal): Promise<LineDto[]> {
    return this.chatLog.page(before, limit, { signal });
  }

  @Get('chat/lines/:id/why')
  @ApiOkResponse({ type: WhyDto })
  async why(@Param('id') id: string): Promise<WhyDto> {
    const why = await this.chatLog.why(id);
    if (why !== undefined) return { ...why, checks: [...why.checks] };
    throw new Problem(
      404,
      'No why is kept for this line',
      'It is kept for the last 500 messages, and for older ones at which something happened.',
    );
  }

  @Post('chat/say')
  @HttpCode(204)
  @ApiNoContentResponse()
  say(@Body() { text }: SayDto): void {
    const lines = prepareLines(text, true);
    if (lines.length === 0)
      throw new Problem(422, 'There is nothing to say', 'The line holds no visible characters.', {
        fields: { text: 'Write something' },
      });
    if (!this.connection.open)
      throw new Problem(
        409,
        'Gully is not in the chat room',
        'Your line was not said. It is still in the field.',
      );
    this.outbox.say(lines, 'reply', 'it was typed in Gully');
  }

  @Get('connection')
  @ApiOkResponse({ type: ConnectionDto })
  state(): ConnectionDto {
    return dtoOf(this.connection);
  }

  @Post('connection/try')
  @HttpCode(200)
  @ApiOkResponse({ type: ConnectionDto })
  tryNow(): ConnectionDto {
    this.connection.connect();
    return dtoOf(this.connection);
  }
}

function dtoOf(connection: ConnectionService): ConnectionDto {
  const view = connection.view();
  return { ...view, capabilities: [...view.capabilities] };
}

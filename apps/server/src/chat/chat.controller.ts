import { Body, Controller, Get, HttpCode, Param, Post, Query } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { prepareLines } from '@gully/core/chat';
import { Problem, WhileAwaited } from '../problem/index.js';
import { ChatLog } from './chat-log.js';
import { ConnectionService } from './connection.js';
import { Outbox } from './outbox.js';
import { isEveryLine } from './wanted-lines.js';
import { ConnectionDto, LineDto, LinesQuery, TypedDto, SayDto, WhyDto } from './views.js';

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
  lines(
    @Query() { before, limit, ...wanted }: LinesQuery,
    @WhileAwaited() signal: AbortSignal,
  ): Promise<LineDto[]> {
    return isEveryLine(wanted)
      ? this.chatLog.page(before, limit, { signal })
      : this.chatLog.find(wanted, before, limit, { signal });
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

  /** Says a line as the bot; while Gully is not in the room, it waits as all that is to be said does. */
  @Post('chat/say')
  @HttpCode(200)
  @ApiOkResponse({ type: TypedDto })
  say(@Body() { text }: SayDto): TypedDto {
    const lines = prepareLines(text, true);
    if (lines.length === 0)
      throw new Problem(422, 'There is nothing to say', 'The line holds no visible characters.', {
        fields: { text: 'Write something' },
      });
    this.outbox.say(lines, 'reply', { because: 'it was typed in Gully' });
    return { waits: !this.connection.open };
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

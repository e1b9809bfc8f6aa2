import { Body, Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import { ApiOkResponse, ApiTags, ApiUnprocessableEntityResponse } from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import { titleOf, type CommandBody } from '@gully/core/commands';
import { ProblemView } from '../problem/index.js';
import { By } from '../security/index.js';
import { thingsController, type Several } from '../things/index.js';
import { CommandsService } from './commands.service.js';
import type { StoredCommand } from './stored.js';
import { CommandBodyDto, CommandChangeDto, CommandDto, SeveralDto } from './views.js';

@ApiTags('commands')
@Controller('api/commands')
export class CommandsController extends thingsController<'command', StoredCommand, CommandDto>({
  view: CommandDto,
  body: CommandBodyDto,
  change: CommandChangeDto,
}) {
  constructor(readonly things: CommandsService) {
    super();
  }

  @Get()
  @ApiOkResponse({ type: [CommandDto] })
  list(): CommandDto[] {
    return [...this.things.all()]
      .sort((a, b) => titleOf(a, '').localeCompare(titleOf(b, '')))
      .map((command) => this.view(command));
  }

  @Get(':id')
  @ApiOkResponse({ type: CommandDto })
  find(@Param('id') id: string): CommandDto {
    return this.view(this.things.require(id));
  }

  /** The same for several at once: all of them or none. */
  @Post('several')
  @HttpCode(200)
  @ApiOkResponse({ type: [CommandDto] })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  async several(@Body() body: SeveralDto, @By() actor: Actor): Promise<CommandDto[]> {
    await this.things.several(body.ids, howOf(body), actor);
    return body.change === 'delete' ? [] : body.ids.map((id) => this.find(id));
  }

  view(command: StoredCommand): CommandDto {
    return this.things.view(command);
  }
}

function howOf({ change, group }: SeveralDto): Several<CommandBody> {
  switch (change) {
    case 'delete':
    case 'restore':
    case 'step-back':
      return { change };
    case 'group':
      return { change: 'set', part: { group: group.trim() }, verb: 'grouped' };
    case 'switch-on':
      return { change: 'set', part: { enabled: true }, verb: 'switched on' };
    case 'switch-off':
      return { change: 'set', part: { enabled: false }, verb: 'switched off' };
  }
}

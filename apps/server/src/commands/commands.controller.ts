import { Controller, Get, Param } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { titleOf } from '@gully/core/commands';
import { thingsController } from '../things/index.js';
import { CommandsService } from './commands.service.js';
import type { StoredCommand } from './stored.js';
import { CommandBodyDto, CommandChangeDto, CommandDto } from './views.js';

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

  view(command: StoredCommand): CommandDto {
    return this.things.view(command);
  }
}

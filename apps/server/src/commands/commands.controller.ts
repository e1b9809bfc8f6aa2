import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiCreatedResponse,
  ApiNoContentResponse,
  ApiOkResponse,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { ProblemView } from '../problem/index.js';
import { CommandsService } from './commands.service.js';
import { CommandBodyDto, CommandChangeDto, CommandDto, SeveralDto, VersionDto } from './views.js';

@ApiTags('commands')
@Controller('api/commands')
export class CommandsController {
  constructor(private readonly commands: CommandsService) {}

  @Get()
  @ApiOkResponse({ type: [CommandDto] })
  list(): CommandDto[] {
    return this.commands.list();
  }

  @Get(':id')
  @ApiOkResponse({ type: CommandDto })
  find(@Param('id') id: string): CommandDto {
    return this.commands.find(id);
  }

  @Post()
  @ApiCreatedResponse({ type: CommandDto })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  create(@Body() body: CommandBodyDto): Promise<CommandDto> {
    return this.commands.create(body);
  }

  /** The same for several at once: all of them or none. */
  @Post('several')
  @HttpCode(200)
  @ApiOkResponse({ type: [CommandDto] })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  several(@Body() body: SeveralDto): Promise<CommandDto[]> {
    return this.commands.several(body);
  }

  @Put(':id')
  @ApiOkResponse({ type: CommandDto })
  @ApiConflictResponse({ type: ProblemView })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  change(@Param('id') id: string, @Body() { version, ...body }: CommandChangeDto): Promise<CommandDto> {
    return this.commands.change(id, body, version);
  }

  @Post(':id/step-back')
  @HttpCode(200)
  @ApiOkResponse({ type: CommandDto })
  @ApiConflictResponse({ type: ProblemView })
  stepBack(@Param('id') id: string, @Body() { version }: VersionDto): Promise<CommandDto> {
    return this.commands.stepBack(id, version);
  }

  @Delete(':id')
  @HttpCode(204)
  @ApiNoContentResponse()
  remove(@Param('id') id: string): Promise<void> {
    return this.commands.remove(id);
  }

  @Post(':id/restore')
  @HttpCode(200)
  @ApiOkResponse({ type: CommandDto })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  restore(@Param('id') id: string): Promise<CommandDto> {
    return this.commands.restore(id);
  }
}

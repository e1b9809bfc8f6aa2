import { Controller, Get, Header, HttpCode, Param, Post } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { thingsController } from '../things/index.js';
import type { KeptList } from './kept-list.js';
import { ListsService } from './lists.service.js';
import { ListBodyDto, ListChangeDto, ListDto } from './views.js';

@ApiTags('lists')
@Controller('api/lists')
export class ListsController extends thingsController<'list', KeptList, ListDto>({
  view: ListDto,
  body: ListBodyDto,
  change: ListChangeDto,
}) {
  constructor(readonly things: ListsService) {
    super();
  }

  @Get()
  @ApiOkResponse({ type: [ListDto] })
  all(): ListDto[] {
    return this.things.all().map((list) => this.view(list));
  }

  /** The lines as plain text, one per line. */
  @Get(':id/text')
  @Header('content-type', 'text/plain; charset=utf-8')
  @ApiOkResponse({ content: { 'text/plain': { schema: { type: 'string' } } } })
  text(@Param('id') id: string): string {
    return this.things
      .require(id)
      .lines.map((line) => `${line}\n`)
      .join('');
  }

  /** starts a new round. */
  @Post(':id/new-round')
  @HttpCode(200)
  @ApiOkResponse({ type: ListDto })
  async beginAnew(@Param('id') id: string): Promise<ListDto> {
    return this.view(await this.things.startRound(id));
  }

  view({ id, name, version, changedAt, size, left, notes }: KeptList): ListDto {
    return {
      id,
      name,
      version,
      changedAt: new Date(changedAt).toISOString(),
      lines: size,
      left,
      notes: [...notes],
    };
  }
}

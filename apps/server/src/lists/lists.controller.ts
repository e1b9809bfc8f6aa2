import { Body, Controller, Delete, Get, Header, HttpCode, Param, Post, Put } from '@nestjs/common';
import {
  ApiCreatedResponse,
  ApiNoContentResponse,
  ApiOkResponse,
  ApiProperty,
  ApiTags,
} from '@nestjs/swagger';
import { IsInt, IsString, MaxLength, Min } from 'class-validator';
import type { KeptList } from './kept-list.js';
import { ListsService, type SavedList } from './lists.service.js';
import { ListsStore } from './lists.store.js';

/** Bytes a list may have when it comes in. */
export const LIST_BYTES = 5_000_000;

class ListDto {
  @ApiProperty() id!: string;
  @ApiProperty() name!: string;
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
  @ApiProperty() lines!: number;
  @ApiProperty({ description: 'lines of this round that were not drawn yet' }) left!: number;
}
class SavedListDto extends ListDto {
  @ApiProperty({ type: [String], description: 'what was not taken as it stood' }) notes!: string[];
}
class ListBodyDto {
  @ApiProperty() @IsString() @MaxLength(200) name!: string;
  @ApiProperty({ description: 'one line each' }) @IsString() @MaxLength(LIST_BYTES) text!: string;
}
class ListChangeDto extends ListBodyDto {
  @ApiProperty() @IsInt() @Min(1) version!: number;
}
class ListVersionDto {
  @ApiProperty() @IsInt() @Min(1) version!: number;
}

@ApiTags('lists')
@Controller('api/lists')
export class ListsController {
  constructor(
    private readonly lists: ListsService,
    private readonly store: ListsStore,
  ) {}

  @Get()
  @ApiOkResponse({ type: [ListDto] })
  all(): ListDto[] {
    return this.store.all().map(viewOf);
  }

  /** The lines as plain text, one line each. */
  @Get(':id/text')
  @Header('content-type', 'text/plain; charset=utf-8')
  @ApiOkResponse({ content: { 'text/plain': { schema: { type: 'string' } } } })
  text(@Param('id') id: string): string {
    return this.lists
      .require(id)
      .lines.map((line) => `${line}\n`)
      .join('');
  }

  @Post()
  @ApiCreatedResponse({ type: SavedListDto })
  async create(@Body() body: ListBodyDto): Promise<SavedListDto> {
    return savedOf(await this.lists.create(body));
  }

  @Put(':id')
  @ApiOkResponse({ type: SavedListDto })
  async change(@Param('id') id: string, @Body() { version, ...body }: ListChangeDto): Promise<SavedListDto> {
    return savedOf(await this.lists.change(id, body, version));
  }

  @Post(':id/step-back')
  @HttpCode(200)
  @ApiOkResponse({ type: SavedListDto })
  async stepBack(@Param('id') id: string, @Body() { version }: ListVersionDto): Promise<SavedListDto> {
    return savedOf(await this.lists.stepBack(id, version));
  }

  /** Begins the round anew. */
  @Post(':id/begin-anew')
  @HttpCode(200)
  @ApiOkResponse({ type: ListDto })
  async beginAnew(@Param('id') id: string): Promise<ListDto> {
    return viewOf(await this.lists.beginAnew(id));
  }

  @Delete(':id')
  @HttpCode(204)
  @ApiNoContentResponse()
  remove(@Param('id') id: string): Promise<void> {
    return this.lists.remove(id);
  }

  @Post(':id/restore')
  @HttpCode(200)
  @ApiOkResponse({ type: ListDto })
  async restore(@Param('id') id: string): Promise<ListDto> {
    return viewOf(await this.lists.restore(id));
  }
}

function viewOf({ id, name, version, changedAt, size, left }: KeptList): ListDto {
  return { id, name, version, changedAt: new Date(changedAt).toISOString(), lines: size, left };
}

function savedOf({ list, notes }: SavedList): SavedListDto {
  return { ...viewOf(list), notes: [...notes] };
}

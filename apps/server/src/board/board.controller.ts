import { Body, Controller, Get, Put } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiOkResponse,
  ApiProperty,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsInt,
  IsNumber,
  IsString,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import type { Actor } from '@gully/core/actors';
import { boardFault, type Arrangement, type Board, type PanelPlace } from '@gully/core/board';
import { Problem, ProblemView } from '../problem/index.js';
import { By } from '../security/index.js';
import { SettingsService, type SettingOf } from '../settings/index.js';

const BOARD: SettingOf<Board> = { name: 'board', fallback: { current: '', arrangements: [] } };

class PlaceDto implements PanelPlace {
  @ApiProperty() @IsString() @MaxLength(60) panel!: string;
  // Whether it is on the board core tells.
  @ApiProperty() @IsNumber() x!: number;
  @ApiProperty() @IsNumber() y!: number;
  @ApiProperty() @IsNumber() w!: number;
  @ApiProperty() @IsNumber() h!: number;
}
class ArrangementDto implements Arrangement {
  @ApiProperty() @IsString() @MaxLength(100) name!: string;
  @ApiProperty({ type: [PlaceDto] })
  @IsArray()
  @ArrayMaxSize(100)
  @ValidateNested({ each: true })
  @Type(() => PlaceDto)
  places!: PlaceDto[];
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMaxSize(100)
  @IsString({ each: true })
  @MaxLength(60, { each: true })
  hidden!: string[];
}
class BoardDto {
  @ApiProperty({ description: 'the name of the arrangement in use; empty for the proposed one' })
  @IsString()
  @MaxLength(100)
  current!: string;
  @ApiProperty({ type: [ArrangementDto] })
  @IsArray()
  @ArrayMaxSize(100)
  @ValidateNested({ each: true })
  @Type(() => ArrangementDto)
  arrangements!: ArrangementDto[];
  @ApiProperty({ description: 'the version the change is made on' }) @IsInt() @Min(0) version!: number;
}

/** How the panels of On air are arranged. */
@ApiTags('board')
@Controller('api/board')
export class BoardController {
  constructor(private readonly settings: SettingsService) {}

  @Get()
  @ApiOkResponse({ type: BoardDto })
  board(): BoardDto {
    const { value, version } = this.settings.get(BOARD);
    return { ...(value as Omit<BoardDto, 'version'>), version };
  }

  @Put()
  @ApiOkResponse({ type: BoardDto })
  @ApiConflictResponse({ type: ProblemView })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  async arrange(@Body() { version, ...board }: BoardDto, @By() actor: Actor): Promise<BoardDto> {
    const fault = boardFault(board);
    if (fault !== undefined) throw new Problem(422, 'The board is not changed', `${fault}.`);
    await this.settings.set(BOARD, board, version, actor);
    return this.board();
  }
}

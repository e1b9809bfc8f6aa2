import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import type { OverlayBody, Piece } from '@gully/core/overlays';
import { ALIGNMENTS, FONTS, type Look } from '@gully/core/overlays';
import { ANIMATIONS, STAGE_DOES, type Animation, type StageDoes } from '@gully/core/stage';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsString,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { RoutineDto, WhenDto } from '../routines/index.js';
import { MayBeMissing } from '../problem/index.js';

class PieceLookDto implements Look {
  @ApiProperty({ enum: FONTS }) @IsIn(FONTS) font!: Look['font'];
  @ApiProperty() @IsNumber() size!: number;
  @ApiProperty() @IsString() @MaxLength(20) colour!: string;
  @ApiProperty() @IsString() @MaxLength(20) background!: string;
  @ApiProperty({ enum: ALIGNMENTS }) @IsIn(ALIGNMENTS) align!: Look['align'];
  @ApiProperty() @IsBoolean() edge!: boolean;
}
/** What a kind asks for and whether numbers are within bounds core tells, in its own words. */
class PieceDto implements Piece {
  @ApiProperty() @IsString() @MaxLength(40) id!: string;
  @ApiProperty() @IsString() @MaxLength(40) kind!: string;
  @ApiProperty() @IsString() @MaxLength(60) name!: string;
  @ApiProperty() @IsNumber() x!: number;
  @ApiProperty() @IsNumber() y!: number;
  @ApiProperty() @IsNumber() width!: number;
  @ApiProperty() @IsNumber() height!: number;
  @ApiProperty() @IsBoolean() hidden!: boolean;
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => PieceLookDto) look!: PieceLookDto;
  @ApiProperty({ enum: ANIMATIONS }) @IsIn(ANIMATIONS) entrance!: Animation;
  @ApiProperty({ enum: ANIMATIONS }) @IsIn(ANIMATIONS) exit!: Animation;
  @ApiProperty() @IsNumber() seconds!: number;
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => WhenDto) when!: WhenDto;
  @ApiProperty({
    type: 'object',
    additionalProperties: { oneOf: [{ type: 'string' }, { type: 'number' }] },
  })
  @IsObject()
  settings!: Record<string, string | number>;
}
export class OverlayBodyDto implements OverlayBody {
  @ApiProperty() @IsString() @MaxLength(200) name!: string;
  @ApiProperty() @IsNumber() width!: number;
  @ApiProperty() @IsNumber() height!: number;
  @ApiProperty({ description: 'a picture’s id, or empty' }) @IsString() @MaxLength(60) still!: string;
  @ApiProperty({ type: [PieceDto] })
  @IsArray()
  @ArrayMaxSize(100)
  @ValidateNested({ each: true })
  @Type(() => PieceDto)
  pieces!: PieceDto[];
}
export class OverlayChangeDto extends OverlayBodyDto {
  @ApiProperty() @IsInt() @Min(1) version!: number;
}
export class OverlayDto extends OverlayBodyDto {
  @ApiProperty() id!: string;
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
}
export class AddressDto {
  @ApiProperty({ description: 'the path it is opened at, secret' }) path!: string;
}
export class DrawnDto {
  @ApiProperty() id!: string;
  @ApiProperty({ type: 'object', additionalProperties: true, nullable: true }) data!: unknown;
}
export class PageDto {
  @ApiProperty({ format: 'date-time' }) since!: string;
  @ApiProperty() visible!: boolean;
  @ApiProperty({ description: 'whether this page is the one that is heard' }) audible!: boolean;
  @ApiProperty() wantsSound!: boolean;
  @ApiProperty({ description: 'true when its browser plays nothing without a click' }) muted!: boolean;
  @ApiProperty() voice!: boolean;
}
export class StageAlertDto {
  @ApiProperty() id!: string;
  @ApiProperty() words!: string;
  @ApiProperty() viewer!: string;
  @ApiProperty() seconds!: number;
  @ApiProperty() test!: boolean;
  @ApiProperty({ format: 'date-time' }) at!: string;
}
export class StageDto {
  @ApiProperty() overlay!: string;
  @ApiProperty() name!: string;
  @ApiProperty() hasStage!: boolean;
  @ApiProperty() held!: boolean;
  @ApiProperty({ type: StageAlertDto, nullable: true }) showing!: StageAlertDto | null;
  @ApiProperty({ format: 'date-time', nullable: true, type: String }) until!: string | null;
  @ApiProperty({ type: [StageAlertDto] }) waiting!: StageAlertDto[];
  @ApiProperty({ type: StageAlertDto, nullable: true }) last!: StageAlertDto | null;
  @ApiProperty({ type: [PageDto] }) pages!: PageDto[];
}
export class StageActDto {
  @ApiProperty({ enum: STAGE_DOES }) @IsIn(STAGE_DOES) does!: StageDoes;
}
export class TestDto {
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => RoutineDto) routine!: RoutineDto;
  @ApiProperty({ description: 'what is tested, in a few words' }) @IsString() @MaxLength(100) title!: string;
  @ApiPropertyOptional({ description: 'the name of the viewer it is played as' })
  @MayBeMissing()
  @IsString()
  @MaxLength(100)
  as: string = '';
}

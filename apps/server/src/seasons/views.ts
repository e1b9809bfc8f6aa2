import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { BOARDS, type Board } from '@gully/core/currency';
import { Transform, Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Length,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { MayBeMissing } from '../problem/index.js';

const SPANS = ['now', 'season', 'all'] as const;

export class AwardDto {
  @ApiProperty({ enum: BOARDS, enumName: 'Board' }) @IsIn(BOARDS) by!: Board;
  @ApiProperty() @IsInt() @Min(1) place!: number;
  @ApiProperty() @IsInt() @Min(1) amount!: number;
}
export class SeasonPlanDto {
  @ApiProperty() @IsString() @MaxLength(60) name!: string;
  @ApiProperty({ type: Number, nullable: true, description: 'UTC milliseconds; null for by hand alone' })
  @IsOptional()
  @IsInt()
  endsAt!: number | null;
  @ApiProperty({ enum: ['balances', 'nothing'] }) @IsIn(['balances', 'nothing']) resets!:
    'balances' | 'nothing';
  @ApiProperty({ type: [AwardDto] })
  @IsArray()
  @ArrayMaxSize(40)
  @ValidateNested({ each: true })
  @Type(() => AwardDto)
  awards!: AwardDto[];
}
export class SeasonSettingDto {
  @ApiProperty({ type: SeasonPlanDto }) @ValidateNested() @Type(() => SeasonPlanDto) value!: SeasonPlanDto;
  @ApiProperty() @IsInt() @Min(0) version!: number;
}
export class SeasonDto {
  @ApiProperty() id!: string;
  @ApiProperty() name!: string;
  @ApiProperty({ format: 'date-time' }) startedAt!: string;
  @ApiProperty({ type: String, format: 'date-time', nullable: true }) endedAt!: string | null;
}
export class SeasonsDto extends SeasonSettingDto {
  @ApiProperty({ type: [SeasonDto], description: 'the newest first' }) seasons!: SeasonDto[];
}
export class PlacedDto {
  @ApiProperty() viewer!: string;
  @ApiProperty() name!: string;
  @ApiProperty({ description: 'from 1; equal values share one' }) place!: number;
  @ApiProperty({ description: 'units, seconds of watching, or messages' }) value!: number;
}
export class StandingsDto {
  @ApiProperty({ enum: BOARDS, enumName: 'Board' }) board!: Board;
  @ApiProperty({ type: [PlacedDto] }) places!: PlacedDto[];
}
class AwardedDto {
  @ApiProperty() viewer!: string;
  @ApiProperty() name!: string;
  @ApiProperty() amount!: number;
}
export class SeasonEndingDto {
  @ApiProperty({ type: [StandingsDto] }) boards!: StandingsDto[];
  @ApiProperty({ type: [AwardedDto] }) awards!: AwardedDto[];
  @ApiProperty({ description: 'units that are taken from balances' }) resetTotal!: number;
  @ApiProperty() resetViewers!: number;
}
export class EndSeasonDto {
  @ApiProperty({ description: 'the season that is to end, so that two who press it end one' })
  @IsString()
  @Length(1, 40)
  season!: string;
  @ApiProperty({ description: 'what the next season is called' }) @IsString() @Length(1, 60) next!: string;
}
export class LeaderboardQuery {
  @ApiPropertyOptional({ enum: BOARDS, enumName: 'Board', default: 'balance' })
  @MayBeMissing()
  @IsIn(BOARDS)
  by: Board = 'balance';
  @ApiPropertyOptional({ enum: SPANS, default: 'now' })
  @MayBeMissing()
  @IsIn(SPANS)
  span: (typeof SPANS)[number] = 'now';
  @ApiPropertyOptional({ minimum: 1, maximum: 200, default: 50 })
  @MayBeMissing()
  @Transform(({ value }: { value: unknown }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(200)
  limit: number = 50;
}

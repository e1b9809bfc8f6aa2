import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { BEGINS, GAME_KIND_NAMES, type GameBody, type GameKindName, type Settings } from '@gully/core/games';
import type { Stake } from '@gully/core/games';
import { Type } from 'class-transformer';
import {
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
import { MayBeMissing } from '../problem/index.js';

class StakeDto implements Stake {
  @ApiProperty({ description: 'whole units' }) @IsNumber() least!: number;
  @ApiProperty() @IsNumber() most!: number;
  @ApiProperty({ description: 'staked where no amount is typed' }) @IsNumber() usual!: number;
}

/** Whether settings and lines are what their kind asks for, core tells, in its own words. */
export class GameBodyDto implements GameBody {
  @ApiProperty() @IsString() @MaxLength(200) name!: string;
  @ApiProperty({ enum: GAME_KIND_NAMES, enumName: 'GameKind' }) @IsIn(GAME_KIND_NAMES) kind!: GameKindName;
  @ApiProperty() @IsBoolean() enabled!: boolean;
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => StakeDto) stake!: StakeDto;
  @ApiProperty({ enum: BEGINS }) @IsIn(BEGINS) begins!: GameBody['begins'];
  @ApiProperty({ description: 'seconds between two rounds' }) @IsNumber() pause!: number;
  @ApiProperty({ type: 'object', additionalProperties: true, description: 'by the blanks of its kind' })
  @IsObject()
  settings!: Settings;
  @ApiProperty({ type: 'object', additionalProperties: { type: 'array', items: { type: 'string' } } })
  @IsObject()
  lines!: Record<string, string[]>;
  @ApiProperty({ type: 'object', additionalProperties: { type: 'string' }, description: 'routines by line' })
  @IsObject()
  routines!: Record<string, string>;
}
export class GameChangeDto extends GameBodyDto {
  @ApiProperty() @IsInt() @Min(1) version!: number;
}
export class GameDto extends GameBodyDto {
  @ApiProperty() id!: string;
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
  @ApiProperty() plays!: number;
  @ApiProperty() staked!: number;
  @ApiProperty() won!: number;
  @ApiProperty({ type: String, nullable: true, description: 'why it cannot be played' }) fault!:
    string | null;
  @ApiProperty({ type: String, nullable: true, description: 'what is typed to play it' }) command!:
    string | null;
}

export class GameActDto {
  @ApiProperty({ enum: ['open', 'stop', 'play'] }) @IsIn(['open', 'stop', 'play']) does!:
    'open' | 'stop' | 'play';
  @ApiPropertyOptional({ description: 'what the streamer types, where they play' })
  @MayBeMissing()
  @IsString()
  @MaxLength(200)
  typed: string = '';
}

class PlayerDto {
  @ApiProperty() viewer!: string;
  @ApiProperty() name!: string;
  @ApiProperty() stake!: number;
  @ApiProperty({ description: 'what they bet on, or whom they challenged' }) on!: string;
}
export class RunningDto {
  @ApiProperty() id!: string;
  @ApiProperty() game!: string;
  @ApiProperty() title!: string;
  @ApiProperty({ enum: GAME_KIND_NAMES, enumName: 'GameKind' }) kind!: GameKindName;
  @ApiProperty({ format: 'date-time' }) startedAt!: string;
  @ApiProperty({
    type: String,
    nullable: true,
    format: 'date-time',
    description: 'when time does something next',
  })
  until!: string | null;
  @ApiProperty({ description: 'milliseconds until then, by the server' }) left!: number;
  @ApiProperty({ description: 'what is in escrow' }) pot!: number;
  @ApiProperty({ description: 'how many play' }) count!: number;
  @ApiProperty({ type: [PlayerDto], description: 'those who joined last, at most 12' }) players!: PlayerDto[];
  @ApiProperty({ type: Number, nullable: true, description: 'of a boss or of finds' }) of!: number | null;
  @ApiProperty({ type: Number, nullable: true }) remaining!: number | null;
}

export class ResultDto {
  @ApiProperty() viewer!: string;
  @ApiProperty() name!: string;
  @ApiProperty() stake!: number;
  @ApiProperty() typed!: string;
  @ApiProperty({ type: String, nullable: true }) outcome!: string | null;
  @ApiProperty() shown!: string;
  @ApiProperty() paid!: number;
  @ApiProperty({ type: [Number], description: 'what chance came to' }) numbers!: number[];
}
export class RoundDto {
  @ApiProperty() id!: string;
  @ApiProperty() game!: string;
  @ApiProperty() title!: string;
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time' }) startedAt!: string;
  @ApiProperty({ type: String, nullable: true, format: 'date-time' }) endedAt!: string | null;
  @ApiProperty({ enum: ['ended', 'stopped', 'restart', 'open'] }) over!:
    'ended' | 'stopped' | 'restart' | 'open';
  @ApiProperty({ type: [ResultDto] }) plays!: ResultDto[];
}
export class RecomputedDto {
  @ApiProperty({ description: 'rounds that were played again' }) rounds!: number;
  @ApiProperty({ description: 'that came out as kept' }) same!: number;
  @ApiProperty({ type: [String], description: 'what came out otherwise, in words' }) wrong!: string[];
}

class OutcomeDto {
  @ApiProperty() outcome!: string;
  @ApiProperty() observed!: number;
  @ApiProperty() expected!: number;
}
export class AsPlayedDto {
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time', description: 'when these settings were first played by' })
  from!: string;
  @ApiProperty({ format: 'date-time' }) to!: string;
  @ApiProperty() plays!: number;
  @ApiProperty() staked!: number;
  @ApiProperty() paid!: number;
  @ApiProperty({ type: Number, nullable: true, description: 'of one unit staked' }) returns!: number | null;
  @ApiProperty({ type: Number, nullable: true }) expected!: number | null;
  @ApiProperty({ type: [OutcomeDto] }) outcomes!: OutcomeDto[];
  @ApiProperty({ type: Number, nullable: true, description: 'the chance that chance alone strays as far' })
  p!: number | null;
  @ApiProperty({ enum: ['chi-square', 'exact', 'none'] }) test!: 'chi-square' | 'exact' | 'none';
  @ApiProperty() words!: string;
}
class PlayerStandingDto {
  @ApiProperty() viewer!: string;
  @ApiProperty() name!: string;
  @ApiProperty() plays!: number;
  @ApiProperty() net!: number;
}
export class PlayedDto {
  @ApiProperty({ type: [AsPlayedDto], description: 'the newest settings first' }) versions!: AsPlayedDto[];
  @ApiProperty({ type: [PlayerStandingDto] }) up!: PlayerStandingDto[];
  @ApiProperty({ type: [PlayerStandingDto] }) down!: PlayerStandingDto[];
  @ApiProperty({ description: 'the longest run of one viewer without a win' }) longestLoss!: number;
  @ApiProperty() longestWin!: number;
  @ApiProperty({ type: Number, nullable: true, description: 'the longest to expect by chance' })
  expectedLoss!: number | null;
}
export class OwnTallyDto {
  @ApiProperty() game!: string;
  @ApiProperty() name!: string;
  @ApiProperty() plays!: number;
  @ApiProperty() staked!: number;
  @ApiProperty() won!: number;
  @ApiProperty() best!: number;
  @ApiProperty() streak!: number;
}
export class MeasuredDto {
  @ApiProperty({ description: 'plays of it in a stream, of the last ten' }) playsPerStream!: number;
  @ApiProperty({ description: 'staked in one of its plays, on average' }) stake!: number;
  @ApiProperty({ description: 'paid out in a stream for being there, on average' }) paysPerStream!: number;
  @ApiProperty({ description: 'units that viewers have' }) circulating!: number;
}

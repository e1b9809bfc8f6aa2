import { ApiProperty } from '@nestjs/swagger';
import { ROLES, type Role } from '@gully/core/chat';
import {
  ALIASES_LIMIT,
  COOLDOWN_LIMIT,
  INPUT_TYPES,
  type CommandBody,
  type Gates,
  type Input,
  type InputType,
  type Trigger,
} from '@gully/core/commands';
import type { Cost } from '@gully/core/currency';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { NamedViewerDto, RoutineDto, WhenDto } from '../routines/index.js';
import { MayBeMissing } from '../problem/index.js';
import { RefusalsShape } from './refusals.js';

/**
 * What a person makes of a command. The classes check the shape; what a command means,
 * with words for the person, is checked once, in core.
 */
class TriggerDto implements Trigger {
  @ApiProperty() @IsString() @MaxLength(400) name!: string;
  @ApiProperty({ type: [String], maxItems: ALIASES_LIMIT })
  @IsArray()
  @ArrayMaxSize(ALIASES_LIMIT, { message: `A command has at most ${String(ALIASES_LIMIT)} aliases` })
  @IsString({ each: true })
  @MaxLength(400, { each: true })
  aliases!: string[];
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMaxSize(100)
  @IsString({ each: true })
  @MaxLength(1_000, { each: true })
  phrases!: string[];
  @ApiProperty({ description: 'true when a phrase must be the whole message' })
  @IsBoolean()
  wholeMessage!: boolean;
  @ApiProperty({ description: 'RE2 syntax; named groups become inputs' })
  @IsString()
  @MaxLength(4_000)
  pattern!: string;
  @ApiProperty() @IsBoolean() matchCase!: boolean;
  @ApiProperty({ description: 'true when viewers marked as bots may start it' })
  @IsBoolean()
  fromBots!: boolean;
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMaxSize(20)
  @IsString({ each: true })
  @MaxLength(100, { each: true })
  connections!: string[];
}

export class CostDto implements Cost {
  @ApiProperty() @IsInt() @Min(0) base!: number;
  @ApiProperty({ type: Number, nullable: true }) @IsOptional() @IsInt() @Min(0) subscriber: number | null =
    null;
  @ApiProperty({ type: Number, nullable: true }) @IsOptional() @IsInt() @Min(0) regular: number | null = null;
  @ApiProperty({ type: Number, nullable: true }) @IsOptional() @IsInt() @Min(0) moderator: number | null =
    null;
}

class GatesDto implements Gates {
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => WhenDto) when!: WhenDto;
  @ApiProperty({ enum: ROLES, enumName: 'Role' }) @IsIn(ROLES) lowestRole!: Role;
  @ApiProperty({ enum: ROLES, enumName: 'Role', isArray: true })
  @IsArray()
  @ArrayUnique()
  @IsIn(ROLES, { each: true })
  onlyRoles!: Role[];
  @ApiProperty({ type: [NamedViewerDto] })
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => NamedViewerDto)
  always!: NamedViewerDto[];
  @ApiProperty({ type: [NamedViewerDto] })
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => NamedViewerDto)
  never!: NamedViewerDto[];
  @ApiProperty({ minimum: 0, maximum: COOLDOWN_LIMIT, description: 'seconds' })
  @IsInt()
  @Min(0)
  @Max(COOLDOWN_LIMIT)
  cooldown!: number;
  @ApiProperty({ minimum: 0, maximum: COOLDOWN_LIMIT, description: 'seconds' })
  @IsInt()
  @Min(0)
  @Max(COOLDOWN_LIMIT)
  viewerCooldown!: number;
  @ApiProperty({ description: 'true when moderators skip both cooldowns and the cost' })
  @IsBoolean()
  moderatorsSkip!: boolean;
  @ApiProperty({ description: 'true when words after the last input are refused', default: false })
  @MayBeMissing()
  @IsBoolean()
  refuseExtra: boolean = false;
  @ApiProperty({ description: 'a rank that must be reached; empty for none' })
  @IsString()
  @MaxLength(100)
  rank!: string;
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => CostDto) cost!: CostDto;
  @ApiProperty({
    type: 'object',
    additionalProperties: { type: 'string' },
    description: 'what a refused viewer hears, by gate',
  })
  @IsObject()
  @RefusalsShape()
  refusals!: Record<string, string>;
}

class InputDto implements Input {
  @ApiProperty() @IsString() @MaxLength(100) name!: string;
  @ApiProperty({ enum: INPUT_TYPES, enumName: 'InputType' }) @IsIn(INPUT_TYPES) type!: InputType;
  @ApiProperty() @IsBoolean() optional!: boolean;
  @ApiProperty({ type: Number, nullable: true }) @IsOptional() @IsNumber() least: number | null = null;
  @ApiProperty({ type: Number, nullable: true }) @IsOptional() @IsNumber() most: number | null = null;
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMaxSize(100)
  @IsString({ each: true })
  @MaxLength(100, { each: true })
  choices!: string[];
  @ApiProperty({ description: 'RE2 syntax a word must match whole' })
  @IsString()
  @MaxLength(500)
  pattern!: string;
}

export class CommandBodyDto implements CommandBody {
  @ApiProperty() @IsString() @MaxLength(200) group!: string;
  @ApiProperty() @IsBoolean() enabled!: boolean;
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => TriggerDto) trigger!: TriggerDto;
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => GatesDto) gates!: GatesDto;
  @ApiProperty({ type: [InputDto] })
  @IsArray()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => InputDto)
  inputs!: InputDto[];
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => RoutineDto) routine!: RoutineDto;
}

export class CommandChangeDto extends CommandBodyDto {
  @ApiProperty({
    description: 'the version the change was made on; another one is refused with what is stored now',
  })
  @IsInt()
  @Min(1)
  version!: number;
}

export class CommandDto extends CommandBodyDto {
  @ApiProperty() id!: string;
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
  @ApiProperty() uses!: number;
  @ApiProperty({ description: 'uses of the last seven days' }) usesLastWeek!: number;
  @ApiProperty({ type: String, nullable: true, format: 'date-time' }) lastUse!: string | null;
  @ApiProperty({
    type: String,
    nullable: true,
    description: 'why a saved command cannot run; when set, it cannot run',
  })
  fault!: string | null;
}

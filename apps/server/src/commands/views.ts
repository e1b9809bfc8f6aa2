import { ApiProperty } from '@nestjs/swagger';
import { ROLES, type Role } from '@gully/core/chat';
import { ALIASES_LIMIT, COOLDOWN_LIMIT, type CommandBody } from '@gully/core/commands';
import { TEXT_LIMIT } from '@gully/core/text';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsString,
  Max,
  MaxLength,
  Min,
} from 'class-validator';

/**
 * What a person writes of a command. The classes check the shape; what a command means,
 * with words for the person, is checked once, in core.
 */
export class CommandBodyDto implements CommandBody {
  @ApiProperty() @IsString() @MaxLength(200) name!: string;
  @ApiProperty({ type: [String], maxItems: ALIASES_LIMIT })
  @IsArray()
  @ArrayMaxSize(ALIASES_LIMIT, { message: `A command has at most ${String(ALIASES_LIMIT)} aliases` })
  @IsString({ each: true })
  @MaxLength(200, { each: true })
  aliases!: string[];
  @ApiProperty({ maxLength: TEXT_LIMIT }) @IsString() @MaxLength(TEXT_LIMIT * 4) text!: string;
  @ApiProperty() @IsBoolean() enabled!: boolean;
  @ApiProperty({ enum: ROLES, enumName: 'Role' }) @IsIn(ROLES) lowestRole!: Role;
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
}

export class CommandChangeDto extends CommandBodyDto {
  @ApiProperty({
    description: 'the version the change was made on; another one is refused with what is stored now',
  })
  @IsInt()
  @Min(1)
  version!: number;
}

export class VersionDto {
  @ApiProperty() @IsInt() @Min(1) version!: number;
}

export class CommandDto extends CommandBodyDto {
  @ApiProperty() id!: string;
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
  @ApiProperty() uses!: number;
  @ApiProperty({ type: String, nullable: true, format: 'date-time' }) lastUse!: string | null;
  @ApiProperty({
    type: String,
    nullable: true,
    description: 'why a saved text cannot run; the command is then off by itself',
  })
  fault!: string | null;
}

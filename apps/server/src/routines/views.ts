import { EVENT_KINDS, type Step } from '@gully/core/channel';
import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { ROLES, type Role } from '@gully/core/chat';
import {
  AFTER_RESTART,
  WHILE_RUNNING,
  type EventTrigger,
  type NamedRoutineBody,
  type Routine,
} from '@gully/core/routines';
import { LIVE_CHOICES, type When } from '@gully/core/stream';
import type { NamedViewer } from '@gully/core/viewers';
import { Transform, Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { MayBeMissing } from '../problem/index.js';
import { IsSteps } from './steps-shape.js';

export class RoutineDto implements Routine {
  @ApiProperty({ $ref: '#/components/schemas/Steps' } as object)
  // As it came: the shape is checked by the registry’s own schema, whatever its kinds are.
  @Transform(({ obj }: { obj: { steps?: unknown } }) => obj.steps)
  @IsSteps()
  steps!: Step[];
  @ApiProperty({ enum: WHILE_RUNNING, enumName: 'WhileRunning' })
  @IsIn(WHILE_RUNNING)
  whileRunning: Routine['whileRunning'] = 'beside';
  @ApiProperty({ enum: AFTER_RESTART, enumName: 'AfterRestart' })
  @IsIn(AFTER_RESTART)
  afterRestart: Routine['afterRestart'] = 'go-on';
}

export class WhenDto implements When {
  @ApiProperty({ enum: LIVE_CHOICES }) @IsIn(LIVE_CHOICES) live!: When['live'];
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMaxSize(50)
  @IsString({ each: true })
  @MaxLength(200, { each: true })
  categories!: string[];
  @ApiProperty({ description: 'HH:MM, or empty' }) @IsString() @MaxLength(10) from!: string;
  @ApiProperty({ description: 'HH:MM, or empty' }) @IsString() @MaxLength(10) to!: string;
}

export class NamedViewerDto implements NamedViewer {
  @ApiProperty() @IsString() @MaxLength(100) name!: string;
  @ApiProperty({ type: String, nullable: true, description: 'the id of the viewer the name is bound to' })
  @IsOptional()
  @IsString()
  @MaxLength(40)
  viewer: string | null = null;
}

class EventTriggerDto implements EventTrigger {
  @ApiProperty() @IsString() @MaxLength(40) id!: string;
  @ApiProperty({ enum: EVENT_KINDS, enumName: 'EventKind' }) @IsIn(EVENT_KINDS) event!: EventTrigger['event'];
  @ApiProperty({ description: 'of the event’s count; 0 for any' }) @IsInt() @Min(0) least!: number;
  @ApiProperty({ enum: ROLES, enumName: 'Role' }) @IsIn(ROLES) lowestRole!: Role;
  @ApiPropertyOptional({ description: 'that role and no stronger one' })
  @MayBeMissing()
  @IsBoolean()
  exactly?: boolean;
  @ApiProperty({ type: [NamedViewerDto] })
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => NamedViewerDto)
  viewers!: NamedViewerDto[];
}

export class NamedRoutineBodyDto implements NamedRoutineBody {
  @ApiProperty() @IsString() @MaxLength(200) name!: string;
  @ApiProperty() @IsString() @MaxLength(200) group!: string;
  @ApiProperty() @IsBoolean() enabled!: boolean;
  @ApiProperty({ type: [EventTriggerDto] })
  @IsArray()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => EventTriggerDto)
  triggers!: EventTriggerDto[];
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => WhenDto) when!: WhenDto;
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => RoutineDto) routine!: RoutineDto;
}
export class NamedRoutineChangeDto extends NamedRoutineBodyDto {
  @ApiProperty() @IsInt() @Min(1) version!: number;
}
export class NamedRoutineDto extends NamedRoutineBodyDto {
  @ApiProperty() id!: string;
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
  @ApiProperty({ type: String, nullable: true, format: 'date-time' }) lastRun!: string | null;
  @ApiProperty({ type: String, nullable: true, description: 'why it cannot run; when set, it cannot run' })
  fault!: string | null;
}

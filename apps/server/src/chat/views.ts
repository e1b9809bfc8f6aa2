import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import {
  OUTCOMES,
  REFUSAL_REASONS,
  ROLES,
  type Check,
  type LineOutcome,
  type RefusalReason,
  type Role,
} from '@gully/core/chat';
import {
  CONNECTION_STATES,
  type ConnectionState,
  type ConnectionView,
  type LineView,
} from '@gully/core/news';
import { Transform } from 'class-transformer';
import { IsIn, IsInt, IsString, Length, Matches, Max, Min } from 'class-validator';
import { MayBeMissing } from '../problem/index.js';
import { LINE_SORTS, type LineSort, type WantedLines } from './wanted-lines.js';
import type { TimedWhy } from './line-rows.js';

export class LineDto implements LineView {
  @ApiProperty() id!: string;
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty({
    type: String,
    nullable: true,
    description: 'null for the bot’s own, and for what the channel does itself',
  })
  viewer!: string | null;
  @ApiProperty() name!: string;
  @ApiProperty({ enum: ROLES, enumName: 'Role' }) role!: Role;
  @ApiProperty() text!: string;
  @ApiProperty() own!: boolean;
  @ApiProperty({ enum: OUTCOMES, enumName: 'Outcome' }) outcome!: LineOutcome;
  @ApiProperty() brief!: string;
  @ApiProperty({ description: 'true when it was removed from chat' }) removed!: boolean;
  @ApiProperty({
    type: String,
    nullable: true,
    description:
      'an event among the lines, its text in words that follow the name; null for what was written',
  })
  event!: string | null;
  @ApiProperty({ description: 'true for an event that someone raised by hand' }) byHand!: boolean;
}

export class CheckDto implements Check {
  @ApiProperty() rule!: string;
  @ApiProperty() measure!: string;
  @ApiProperty({ enum: ['passed', 'stopped', 'noted', 'warned'] }) outcome!: Check['outcome'];
  @ApiPropertyOptional({ enum: REFUSAL_REASONS, enumName: 'RefusalReason' }) reason?: RefusalReason;
}

export class WhyDto implements TimedWhy {
  @ApiProperty({ enum: OUTCOMES, enumName: 'Outcome' }) outcome!: LineOutcome;
  @ApiProperty() brief!: string;
  @ApiProperty({ type: [CheckDto] }) checks!: CheckDto[];
  @ApiProperty() decided!: string;
  @ApiPropertyOptional({ description: 'the id of the command it is about' }) command?: string;
  @ApiPropertyOptional({ description: 'which gate of that command refused' }) gate?: string;
  @ApiPropertyOptional({ enum: REFUSAL_REASONS, enumName: 'RefusalReason' }) reason?: RefusalReason;
  @ApiPropertyOptional({
    type: [String],
    description: 'the runs it began that were not over with it; how each went on is at /api/runs/{id}',
  })
  runs?: string[];
  @ApiProperty({ description: 'milliseconds from hearing the message to having decided' }) tookMs!: number;
}

export class ConnectionDto implements ConnectionView {
  @ApiProperty({ enum: CONNECTION_STATES, enumName: 'ConnectionState' }) state!: ConnectionState;
  @ApiProperty({ format: 'date-time' }) since!: string;
  @ApiProperty() words!: string;
  @ApiProperty({ type: String, nullable: true, format: 'date-time' }) nextTryAt!: string | null;
  @ApiProperty() nick!: string;
  @ApiProperty() channel!: string;
  @ApiProperty() server!: string;
  @ApiProperty() present!: number;
  @ApiProperty({ type: [String] }) capabilities!: string[];
  @ApiProperty() waiting!: number;
}

export class SayDto {
  @ApiProperty({ maxLength: 1000 })
  @IsString()
  @Length(1, 1000, { message: 'A line has 1 to 1,000 characters' })
  text!: string;
}

export class TypedDto {
  @ApiProperty({
    description: 'true while Gully is not in the room: it is said on return, within five minutes',
  })
  waits!: boolean;
}

/** Which page of a list that runs back in time. */
export class PageQuery {
  @ApiProperty({ required: false, description: 'the id before which to read; without it the newest' })
  @MayBeMissing()
  // A run's id is that of what caused it, with that of what ran behind it.
  @Matches(/^[0-7][0-9A-HJKMNP-TV-Z]{25}.{0,80}$/u, { message: 'before is the id of a row' })
  before?: string;

  @ApiProperty({ required: false, minimum: 1, maximum: 500, default: 200 })
  @MayBeMissing()
  @Transform(({ value }: { value: unknown }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(500)
  limit: number = 200;
}

/** Which lines of chat are asked for, beside the page. */
export class LinesQuery extends PageQuery implements WantedLines {
  @ApiProperty({ required: false, description: 'part of what was written, or of the name' })
  @MayBeMissing()
  @IsString()
  @Length(0, 100)
  search: string = '';

  @ApiProperty({ required: false, enum: LINE_SORTS, enumName: 'LineSort', default: 'all' })
  @MayBeMissing()
  @IsIn(LINE_SORTS)
  of: LineSort = 'all';

  @ApiProperty({ required: false, description: 'only what one viewer wrote, by id' })
  @MayBeMissing()
  @IsString()
  @Length(26, 26)
  viewer?: string;
}

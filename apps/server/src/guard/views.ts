import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import {
  ACTIONS,
  FILTER_NAMES,
  filterOf,
  PERSON_ACTS,
  WAYS,
  type AlsoChanged,
  type FilterName,
  type GuardSettings,
  type Way,
} from '@gully/core/guard';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsDateString,
  IsIn,
  IsInt,
  IsObject,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { PageQuery } from '../chat/index.js';
import { MayBeMissing } from '../problem/index.js';
import { CATCH_KINDS } from './catches.js';
import { CATCH_STATES, LABELS, type CatchRow, type CatchState, type Label } from './rows.js';

const DOES = [...new Set([...ACTIONS, ...PERSON_ACTS])];

class FragmentDto {
  @ApiProperty() from!: number;
  @ApiProperty() to!: number;
}
export class CatchDto {
  @ApiProperty({ description: 'of a catch, the id of the line' }) id!: string;
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty() viewer!: string;
  @ApiProperty() name!: string;
  @ApiProperty({ type: String, nullable: true, description: 'the person who did it; null for the guard' })
  by!: string | null;
  @ApiProperty({ enum: DOES, enumName: 'CatchAction' }) does!: CatchRow['does'];
  @ApiProperty({ description: 'of a timeout, or how far back was cleared' }) seconds!: number;
  @ApiProperty({ description: 'the message; of what people did, the reason they gave' }) text!: string;
  @ApiProperty({ type: [FragmentDto] }) fragments!: FragmentDto[];
  @ApiProperty({ enum: FILTER_NAMES, enumName: 'FilterName', nullable: true }) filter!: FilterName | null;
  @ApiProperty({ description: 'what the filter is called; empty for what people did' }) title!: string;
  @ApiProperty() measure!: string;
  @ApiProperty({ description: 'the limit it is held against' }) allowed!: string;
  @ApiProperty({ description: 'of the ladder, from 1; 0 where it had no part in it' }) step!: number;
  @ApiProperty({ description: 'it counts towards the next step' }) strike!: boolean;
  @ApiProperty({ type: String, nullable: true, description: 'why nothing was done about it' })
  spared!: string | null;
  @ApiProperty({ type: String, format: 'date-time', nullable: true }) until!: string | null;
  @ApiProperty({ enum: CATCH_STATES, enumName: 'CatchState' }) state!: CatchState;
  @ApiProperty() note!: string;
  @ApiProperty({ type: String, format: 'date-time', nullable: true }) undoneAt!: string | null;
  @ApiProperty({ enum: LABELS, enumName: 'CatchLabel', nullable: true }) label!: Label | null;
}

export function viewOf({
  viewerId,
  fragments,
  until,
  undoneAt,
  undoneBy: _,
  overlap: _overlap,
  at,
  silenced: __,
  ...row
}: CatchRow): CatchDto {
  const iso = (time: number | null): string | null => (time === null ? null : new Date(time).toISOString());
  return {
    ...row,
    viewer: viewerId,
    title: row.filter === null ? '' : filterOf(row.filter).title,
    at: new Date(at).toISOString(),
    fragments: JSON.parse(fragments) as FragmentDto[],
    until: iso(until),
    undoneAt: iso(undoneAt),
  };
}

export class CatchesQuery extends PageQuery {
  @ApiPropertyOptional() @MayBeMissing() @IsString() @MaxLength(100) search: string = '';
  @ApiPropertyOptional({ enum: FILTER_NAMES, enumName: 'FilterName' })
  @MayBeMissing()
  @IsIn(FILTER_NAMES)
  filter?: FilterName;
  @ApiPropertyOptional({ enum: CATCH_KINDS, enumName: 'CatchKind' })
  @MayBeMissing()
  @IsIn(CATCH_KINDS)
  of?: (typeof CATCH_KINDS)[number];
  @ApiPropertyOptional({ enum: LABELS, enumName: 'CatchLabel' }) @MayBeMissing() @IsIn(LABELS) label?: Label;
  @ApiPropertyOptional() @MayBeMissing() @IsString() @MaxLength(40) viewer?: string;
  @ApiPropertyOptional({ format: 'date-time' }) @MayBeMissing() @IsDateString() since?: string;
}

export class LabelDto {
  @ApiProperty({ enum: LABELS, enumName: 'CatchLabel', nullable: true })
  @ValidateIf(({ label }: LabelDto) => label !== null)
  @IsIn(LABELS)
  label!: Label | null;
}
export class LineLabelDto {
  @ApiProperty() @IsString() @MaxLength(40) line!: string;
  @ApiProperty({ enum: FILTER_NAMES, enumName: 'FilterName' }) @IsIn(FILTER_NAMES) filter!: FilterName;
  @ApiProperty({ type: Boolean, nullable: true, description: 'null to forget it' })
  @ValidateIf(({ right }: LineLabelDto) => right !== null)
  @IsBoolean()
  right!: boolean | null;
}

/** The guard’s settings; what they are made of is in `@gully/core/guard`. */
export class GuardDto {
  @ApiProperty({ type: 'object', additionalProperties: true }) @IsObject() value!: object;
  @ApiProperty({ description: '0 while nobody began one' }) @IsInt() @Min(0) version!: number;
}
class FilterTitleDto {
  @ApiProperty({ enum: FILTER_NAMES, enumName: 'FilterName' }) name!: FilterName;
  @ApiProperty() title!: string;
}
export class GuardNowDto extends GuardDto {
  @ApiProperty({ type: [FilterTitleDto], description: 'all filters, in the order they are shown in' })
  filters!: FilterTitleDto[];
  @ApiProperty({ type: String, nullable: true, description: 'why it only records; null when it acts' })
  powerless!: string | null;
}

export class BeginDto {
  @ApiProperty({ enum: WAYS }) @IsIn(WAYS) way!: Way;
  @ApiPropertyOptional({
    type: 'object',
    additionalProperties: true,
    description: 'what takes over its limits and its ladder; left out for a guard that was never set',
  })
  @MayBeMissing()
  @IsObject()
  settings?: object;
  @ApiPropertyOptional({ type: [String], description: 'what else is to be as in that way, by id' })
  @MayBeMissing()
  @IsArray()
  @ArrayMaxSize(100)
  @IsString({ each: true })
  also: string[] = [];
}
class AlsoChangedDto implements AlsoChanged {
  @ApiProperty() id!: string;
  @ApiProperty() words!: string;
  @ApiProperty({ description: 'whether the guard looks at more with it than before' }) adds!: boolean;
}
export class BeginningDto {
  @ApiProperty({ type: 'object', additionalProperties: true }) value!: GuardSettings;
  @ApiProperty({ type: [AlsoChangedDto], description: 'what it would change beside limits and ladder' })
  also!: AlsoChangedDto[];
}

export class TryDto {
  @ApiPropertyOptional({
    type: 'object',
    additionalProperties: true,
    description: 'those in force when left out',
  })
  @MayBeMissing()
  @IsObject()
  settings?: object;
  @ApiProperty() @IsString() @MaxLength(5_000) text!: string;
  @ApiPropertyOptional() @MayBeMissing() @IsString() @MaxLength(50) name: string = 'siltlark';
}
export class FilterCountDto {
  @ApiProperty({ enum: FILTER_NAMES, enumName: 'FilterName' }) filter!: FilterName;
  @ApiProperty() caught!: number;
  @ApiProperty() undone!: number;
}
class StepCountDto {
  @ApiProperty({ description: 'of the ladder, from 1' }) step!: number;
  @ApiProperty() viewers!: number;
}
export class CountsDto {
  @ApiProperty() days!: number;
  @ApiProperty({ type: [FilterCountDto] }) filters!: FilterCountDto[];
  @ApiProperty({ type: [StepCountDto] }) steps!: StepCountDto[];
}
export class TriedDto {
  @ApiProperty({ enum: FILTER_NAMES, enumName: 'FilterName' }) filter!: FilterName;
  @ApiProperty() caught!: boolean;
  @ApiProperty() measure!: string;
  @ApiProperty() allowed!: string;
  @ApiProperty({ type: [FragmentDto] }) fragments!: FragmentDto[];
}

export class TrialDto {
  @ApiProperty({ type: [TriedDto] }) filters!: TriedDto[];
  @ApiProperty({
    type: 'object',
    additionalProperties: { type: 'string' },
    description: 'what is wrong with the settings, by place',
  })
  faults!: Record<string, string>;
}

const SOURCES = ['last', 'stream', 'file'] as const;
export class ReplaySourceDto {
  @ApiProperty({ enum: SOURCES }) @IsIn(SOURCES) kind!: (typeof SOURCES)[number];
  @ApiPropertyOptional() @MayBeMissing() @IsInt() @Min(1) @Max(1_000_000) lines: number = 20_000;
  @ApiPropertyOptional({ description: 'of a stream: its id' })
  @MayBeMissing()
  @IsString()
  @MaxLength(40)
  stream?: string;
  @ApiPropertyOptional({ description: 'of a file: its text' })
  @MayBeMissing()
  @IsString()
  @MaxLength(30_000_000)
  text?: string;
}
export class ReplayBodyDto {
  @ApiProperty({ type: 'object', additionalProperties: true }) @IsObject() settings!: object;
  @ApiProperty() @ValidateNested() @Type(() => ReplaySourceDto) source!: ReplaySourceDto;
}
const REPLAY_STATES = ['running', 'done', 'failed', 'cancelled'] as const;
export class ReplayDto {
  @ApiProperty() id!: string;
  @ApiProperty({ enum: REPLAY_STATES }) state!: (typeof REPLAY_STATES)[number];
  @ApiProperty() done!: number;
  @ApiProperty() total!: number;
  @ApiProperty({ description: 'lines of a file that nothing could be made of' }) skipped!: number;
  @ApiProperty({ type: 'object', additionalProperties: true, nullable: true }) result!: object | null;
}

export class ExceptionDto {
  @ApiProperty({ enum: ['domain', 'phrase', 'viewer'] }) kind!: 'domain' | 'phrase' | 'viewer';
  @ApiProperty({ description: 'what is let through from then on' }) words!: string;
  @ApiProperty({ description: 'lines looked at' }) lines!: number;
  @ApiProperty({ description: 'of those, the ones it would let through as well' }) lets!: number;
  @ApiProperty({ type: 'array', items: { type: 'object', additionalProperties: true } }) examples!: object[];
}
export class ExceptBodyDto {
  @ApiProperty({ description: 'which of the exceptions offered, from 0' })
  @IsInt()
  @Min(0)
  @Max(100)
  choice!: number;
  @ApiProperty({ description: 'what it says, as it was offered' }) @IsString() @MaxLength(500) words!: string;
}

export class GraceBodyDto {
  @ApiPropertyOptional({ description: 'as set in the guard when left out' })
  @MayBeMissing()
  @IsInt()
  @Min(5)
  @Max(3_600)
  seconds?: number;
}
export const HAND_ACTS = ['timeout', 'ban', 'lift'] as const;
export class ActBodyDto {
  @ApiProperty({ enum: HAND_ACTS }) @IsIn(HAND_ACTS) does!: (typeof HAND_ACTS)[number];
  @ApiPropertyOptional() @MayBeMissing() @IsInt() @Min(1) @Max(604_800) seconds: number = 600;
  @ApiPropertyOptional() @MayBeMissing() @IsString() @MaxLength(150) reason: string = '';
}
export class GuardStandingDto {
  @ApiProperty({
    type: String,
    format: 'date-time',
    nullable: true,
    description: 'until when they may post links',
  })
  graceUntil!: string | null;
  @ApiProperty({ description: 'catches that count against them' }) strikes!: number;
  @ApiProperty({
    type: String,
    enum: ['guard', 'person'],
    nullable: true,
    description: 'who keeps them from writing',
  })
  silencedBy!: 'guard' | 'person' | null;
  @ApiProperty({ type: String, format: 'date-time', nullable: true, description: 'null for good' })
  silencedUntil!: string | null;
}
export class GraceDto {
  @ApiProperty() viewer!: string;
  @ApiProperty() name!: string;
  @ApiProperty({ format: 'date-time' }) until!: string;
  @ApiProperty() by!: string;
}

import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { ROLES, type Role } from '@gully/core/chat';
import { Transform } from 'class-transformer';
import { IsBoolean, IsIn, IsInt, IsString, Length, Max, MaxLength, Min } from 'class-validator';
import { MayBeMissing } from '../problem/index.js';
import type { ViewerRow } from './rows.js';
import { NOTE_LIMIT } from './csv-reading.js';
import { MARKS, SORTS, type Mark, type Sort } from './viewers-page.js';

const toNumber = ({ value }: { value: unknown }): number => Number(value);

/** Which viewers. */
export class FilterQuery {
  @ApiProperty({
    required: false,
    description: 'part of a name; fewer than three letters are looked for at its beginning',
  })
  @MayBeMissing()
  @IsString()
  @MaxLength(100)
  search: string = '';
  @ApiProperty({ required: false, enum: ROLES, enumName: 'Role' }) @MayBeMissing() @IsIn(ROLES) role?: Role;
  @ApiProperty({ required: false, enum: MARKS, enumName: 'Mark' }) @MayBeMissing() @IsIn(MARKS) mark?: Mark;
}

export class ViewersQuery extends FilterQuery {
  @ApiProperty({ required: false, enum: SORTS, enumName: 'ViewerSort' })
  @MayBeMissing()
  @IsIn(SORTS)
  sort: Sort = 'lastSeen';
  @ApiProperty({ required: false, enum: ['up', 'down'], default: 'down' })
  @MayBeMissing()
  @IsIn(['up', 'down'])
  order: 'up' | 'down' = 'down';
  @ApiProperty({ required: false, minimum: 1, maximum: 200, default: 100 })
  @MayBeMissing()
  @Transform(toNumber)
  @IsInt()
  @Min(1)
  @Max(200)
  limit: number = 100;
  @ApiProperty({ required: false, minimum: 0, default: 0 })
  @MayBeMissing()
  @Transform(toNumber)
  @IsInt()
  @Min(0)
  @Max(10_000_000)
  offset: number = 0;
}

export class ViewerDto {
  @ApiProperty() id!: string;
  @ApiProperty() name!: string;
  @ApiProperty({ description: 'the account, or the nick where the server knows none' }) account!: string;
  @ApiProperty({ enum: ['account', 'nick'], description: 'which of the two it is' })
  knownBy!: 'account' | 'nick';
  @ApiProperty({ enum: ROLES, enumName: 'Role' }) role!: Role;
  @ApiProperty({ format: 'date-time' }) firstSeen!: string;
  @ApiProperty({ format: 'date-time' }) lastSeen!: string;
  @ApiProperty() messages!: number;
  @ApiProperty({ description: 'seconds present while live' }) watchTime!: number;
  @ApiProperty({ type: String, nullable: true, format: 'date-time' }) followedSince!: string | null;
  @ApiProperty() subscribedMonths!: number;
  @ApiProperty() bot!: boolean;
  @ApiProperty() ignored!: boolean;
  @ApiProperty({ type: String, nullable: true, description: 'the viewer this one was merged into' })
  mergedInto!: string | null;
}

export class ViewersPageDto {
  @ApiProperty({ type: [ViewerDto] }) viewers!: ViewerDto[];
  @ApiProperty({ description: 'how many fit; of a search, no more than 5,000 are counted' }) total!: number;
  @ApiProperty({ description: 'whether more fit than were counted' }) more!: boolean;
}

export class NoteDto {
  @ApiProperty() id!: string;
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty() text!: string;
}
export class MergeDto {
  @ApiProperty() id!: string;
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty({ description: 'the name of the one merged into this viewer' }) name!: string;
}
export class UsedDto {
  @ApiProperty() commandId!: string;
  @ApiProperty() name!: string;
  @ApiProperty() uses!: number;
  @ApiProperty({ format: 'date-time' }) lastUse!: string;
}
export class ViewerPageDto {
  @ApiProperty() viewer!: ViewerDto;
  @ApiProperty({ type: [NoteDto] }) notes!: NoteDto[];
  @ApiProperty({ type: [MergeDto] }) merges!: MergeDto[];
  @ApiProperty({ type: [UsedDto], description: 'commands used, the most used first' }) used!: UsedDto[];
}

export class MarksDto {
  @ApiPropertyOptional() @MayBeMissing() @IsBoolean() bot?: boolean;
  @ApiPropertyOptional() @MayBeMissing() @IsBoolean() ignored?: boolean;
}
export class NoteBodyDto {
  @ApiProperty({ maxLength: NOTE_LIMIT })
  @IsString()
  @Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.trim() : value))
  @Length(1, NOTE_LIMIT, { message: 'A note has 1 to 2,000 characters' })
  text!: string;
}
class OneNameDto {
  @ApiProperty({ type: [ViewerDto], description: 'who wrote most first' }) viewers!: ViewerDto[];
}
export class DoublesDto {
  @ApiProperty({ type: [OneNameDto] }) names!: OneNameDto[];
}
export class MergeBodyDto {
  @ApiProperty({ description: 'the viewer that is found to be this one too' })
  @IsString()
  @Length(1, 40)
  from!: string;
}

export function viewOf(row: Readonly<ViewerRow>): ViewerDto {
  const { id, name, account, role, messages, subscribedMonths, bot, ignored, mergedInto } = row;
  return {
    id,
    name,
    account: account.replace(/^[a-z]+:/u, ''),
    knownBy: account.startsWith('nick:') ? 'nick' : 'account',
    role,
    messages,
    subscribedMonths,
    bot,
    ignored,
    mergedInto,
    watchTime: Math.floor(row.watchMs / 1000),
    firstSeen: new Date(row.firstSeen).toISOString(),
    lastSeen: new Date(row.lastSeen).toISOString(),
    followedSince: row.followedSince === null ? null : new Date(row.followedSince).toISOString(),
  };
}

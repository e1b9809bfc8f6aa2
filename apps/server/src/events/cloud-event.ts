import 'reflect-metadata';
import { ROLES, type Role } from '@gully/core/chat';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsDateString,
  IsDefined,
  IsIn,
  IsInt,
  IsISO4217CurrencyCode,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';

/** What events are called: this, and one of the names behind it. */
export const TYPE_PREFIX = 'gully.example.';
export const EVENT_TYPES = [
  'follow',
  'subscribed',
  'renewed',
  'gifted',
  'raid',
  'tip',
  'cheer',
  'live',
  'offline',
] as const;
export type EventType = (typeof EVENT_TYPES)[number];

export class EventPerson {
  @Matches(/^\S{1,50}$/u, { message: 'name is one word of at most 50 characters' }) name!: string;
  /** the account, where it is another than the name */
  @IsOptional() @Matches(/^\S{1,50}$/u) account?: string;
  @IsOptional() @IsArray() @ArrayMaxSize(ROLES.length) @IsIn(ROLES, { each: true }) roles?: Role[];
}

export class EventData {
  @IsOptional() @ValidateNested() @Type(() => EventPerson) viewer?: EventPerson;
  /** months, gifts, people or tokens; minor units for a tip */
  @IsOptional() @IsInt() @Min(0) @Max(100_000_000) count: number = 0;
  @IsOptional() @IsISO4217CurrencyCode() currency?: string;
  /** of a subscription */
  @IsOptional() @IsInt() @Min(1) @Max(3) tier?: number;
  @IsOptional() @IsString() @MaxLength(500) message: string = '';
  @IsOptional() @IsString() @MaxLength(50) recipient: string = '';
}

/** CloudEvents 1.0 in JSON, as far as it is looked at; further attributes are left alone. */
export class CloudEvent {
  @IsIn(['1.0']) specversion!: string;
  @IsString() @Length(1, 200) id!: string;
  @IsString() @Length(1, 500) source!: string;
  @IsIn(EVENT_TYPES.map((type) => TYPE_PREFIX + type)) type!: string;
  @IsOptional() @IsDateString() time?: string;
  /** someone raised it to try things out; nothing of the kind happened */
  @IsOptional() @IsBoolean() byhand: boolean = false;
  @IsDefined() @ValidateNested() @Type(() => EventData) data!: EventData;
}

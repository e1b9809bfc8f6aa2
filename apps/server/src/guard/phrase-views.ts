import { ApiProperty } from '@nestjs/swagger';
import {
  ACTIONS,
  PHRASES_LIMIT,
  type Consequence,
  type PhraseEntry,
  type PhraseGroupBody,
} from '@gully/core/guard';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { EachIs, textFault, unknownFault } from '../problem/index.js';

/** Bytes a group of phrases may have when it comes in. */
export const GROUP_BYTES = 6_000_000;

export class ConsequenceDto implements Consequence {
  @ApiProperty({ enum: ACTIONS, enumName: 'GuardAction' }) @IsIn(ACTIONS) action!: Consequence['action'];
  @ApiProperty({ description: 'of a timeout, or how far back is cleared; else 0' })
  @IsNumber()
  seconds!: number;
}
const KINDS = ['text', 'pattern'] as const;
export class PhraseEntryDto implements PhraseEntry {
  @ApiProperty() @IsString() @MaxLength(200) id!: string;
  // Whether it can be looked for core tells, in its own words.
  @ApiProperty() @IsString() @MaxLength(20_000) text!: string;
  @ApiProperty({ enum: KINDS }) @IsIn(KINDS) kind!: PhraseEntry['kind'];
  @ApiProperty() @IsBoolean() wholeWords!: boolean;
  @ApiProperty({ description: 'as it is written, not through look-alikes' }) @IsBoolean() exact!: boolean;
  @ApiProperty({ type: ConsequenceDto, nullable: true })
  @IsOptional()
  @ValidateNested()
  @Type(() => ConsequenceDto)
  consequence: ConsequenceDto | null = null;
  @ApiProperty() @IsString() @MaxLength(1_000) note: string = '';
}
const TEXTS = { id: 200, text: 20_000, note: 1_000 } as const;
const FLAGS = ['wholeWords', 'exact'] as const;
const FIELDS = [...Object.keys(TEXTS), ...FLAGS, 'kind', 'consequence'];

function phraseShapeFault(entry: Readonly<Record<string, unknown>>): string | undefined {
  const wrong = unknownFault(entry, FIELDS) ?? textFault(entry, TEXTS);
  if (wrong !== undefined) return wrong;
  for (const name of FLAGS) if (typeof entry[name] !== 'boolean') return `${name} must be true or false`;
  if (!KINDS.some((kind) => kind === entry.kind)) return `kind must be one of ${KINDS.join(', ')}`;
  const { consequence } = entry;
  if (consequence === null) return undefined;
  const { action, seconds } = (consequence ?? {}) as Partial<Consequence>;
  return ACTIONS.some((each) => each === action) && typeof seconds === 'number'
    ? undefined
    : 'consequence must have an action and seconds';
}

export class PhraseGroupBodyDto implements PhraseGroupBody {
  @ApiProperty() @IsString() @MaxLength(200) name!: string;
  @ApiProperty() @IsBoolean() enabled!: boolean;
  @ApiProperty({ type: ConsequenceDto, nullable: true })
  @IsOptional()
  @ValidateNested()
  @Type(() => ConsequenceDto)
  consequence: ConsequenceDto | null = null;
  @ApiProperty({ type: [PhraseEntryDto] })
  @IsDefined()
  @IsArray()
  @ArrayMaxSize(PHRASES_LIMIT)
  @EachIs(phraseShapeFault, { note: '', consequence: null })
  entries!: PhraseEntryDto[];
}
export class PhraseGroupChangeDto extends PhraseGroupBodyDto {
  @ApiProperty() @IsInt() @Min(1) version!: number;
}
export class PhraseGroupDto extends PhraseGroupBodyDto {
  @ApiProperty() id!: string;
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
}

export class PhraseFileDto {
  @ApiProperty({ enum: ['text', 'csv'] }) @IsIn(['text', 'csv']) format!: 'text' | 'csv';
  @ApiProperty() @IsString() @MaxLength(GROUP_BYTES) text!: string;
}
export class PhrasesReadDto {
  @ApiProperty({ type: [PhraseEntryDto] }) entries!: PhraseEntryDto[];
  @ApiProperty({ type: [String], description: 'what could not be used, and why' }) faults!: string[];
}

export class WordListDto {
  @ApiProperty({ description: 'the language, as BCP 47 has it' }) code!: string;
  @ApiProperty() title!: string;
  @ApiProperty() count!: number;
  @ApiProperty({ description: 'it is on, and the package it comes from is missing' }) missing!: boolean;
}

import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { CAUSES, type Cause } from '@gully/core/currency';
import { Transform } from 'class-transformer';
import { IsDateString, IsIn, IsInt, IsString, Max, MaxLength, Min } from 'class-validator';
import { MayBeMissing } from '../problem/index.js';
import type { StoredEntry, StoredPosting, WantedPostings } from './ledger-page.js';
import type { VerificationState } from './verification.js';

const toNumber = ({ value }: { value: unknown }): unknown =>
  value === undefined ? undefined : Number(value);

export class PostingsWanted {
  @ApiPropertyOptional({ enum: CAUSES, enumName: 'LedgerCause' }) @MayBeMissing() @IsIn(CAUSES) cause?: Cause;
  @ApiPropertyOptional({
    description: 'what it is about: the id of a command or a routine, the kind of an event',
  })
  @MayBeMissing()
  @IsString()
  @MaxLength(100)
  reference?: string;
  @ApiPropertyOptional({ description: 'id of a viewer' })
  @MayBeMissing()
  @IsString()
  @MaxLength(50)
  viewer?: string;
  @ApiPropertyOptional({ format: 'date-time' }) @MayBeMissing() @IsDateString() since?: string;
  @ApiPropertyOptional({ format: 'date-time' }) @MayBeMissing() @IsDateString() until?: string;
}
export class PostingsQuery extends PostingsWanted {
  @ApiPropertyOptional({ description: 'the number before which to read; without it the newest' })
  @MayBeMissing()
  @Transform(toNumber)
  @IsInt()
  before?: number;
  @ApiPropertyOptional({ minimum: 1, maximum: 200, default: 50 })
  @MayBeMissing()
  @Transform(toNumber)
  @IsInt()
  @Min(1)
  @Max(200)
  limit: number = 50;
}
export class EntriesQuery {
  @ApiPropertyOptional({ description: 'the entry after which to read' })
  @MayBeMissing()
  @Transform(toNumber)
  @IsInt()
  after: number = 0;
}

export class PartyDto {
  @ApiProperty({ enum: ['house', 'viewer', 'escrow'], enumName: 'AccountKind' }) kind!: string;
  @ApiProperty({ description: 'issued, spent or fees; the id of a viewer or of what holds an escrow' })
  id!: string;
  @ApiProperty({ description: 'of a viewer; else empty' }) name!: string;
}
export class EntryDto {
  @ApiProperty() id!: number;
  @ApiProperty({ type: PartyDto }) from!: PartyDto;
  @ApiProperty({ type: PartyDto }) to!: PartyDto;
  @ApiProperty() amount!: number;
}
export class PostingDto {
  @ApiProperty() id!: number;
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty({ enum: CAUSES, enumName: 'LedgerCause' }) cause!: Cause;
  @ApiProperty() reference!: string;
  @ApiProperty({ description: 'who had it moved, in words' }) by!: string;
  @ApiProperty() total!: number;
  @ApiProperty({ description: 'how many entries it has' }) count!: number;
  @ApiProperty({ type: [EntryDto], description: 'the first of them; of a viewer asked for, their own' })
  entries!: EntryDto[];
  @ApiProperty({ type: Number, nullable: true }) reverses!: number | null;
  @ApiProperty({ type: Number, nullable: true }) reversedBy!: number | null;
  @ApiProperty({ type: Number, nullable: true, description: 'what it brought the viewer asked for' })
  moved!: number | null;
}

export class ShortDto {
  @ApiProperty() viewer!: string;
  @ApiProperty() name!: string;
  @ApiProperty() amount!: number;
}
export class ReversalDto {
  @ApiProperty() postings!: number;
  @ApiProperty() total!: number;
  @ApiProperty() viewers!: number;
  @ApiProperty({ type: [ShortDto], description: 'what was spent since and cannot be taken back' })
  short!: ShortDto[];
  @ApiProperty({
    type: [Number],
    description: 'the movements that take back; empty while it was only looked at',
  })
  made!: number[];
}

class LedgerFaultDto {
  @ApiProperty() what!: string;
  @ApiProperty() account!: string;
  @ApiProperty() stored!: number;
  @ApiProperty() computed!: number;
}
class VerdictDto {
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty() entries!: number;
  @ApiProperty() accounts!: number;
  @ApiProperty() circulating!: number;
  @ApiProperty({ type: [LedgerFaultDto] }) faults!: LedgerFaultDto[];
}
export class VerificationDto {
  @ApiProperty({ type: Number, nullable: true, description: 'from 0 to 1 while it is under way' })
  progress!: number | null;
  @ApiProperty({ type: VerdictDto, nullable: true }) last!: VerdictDto | null;
  @ApiProperty({ description: 'why it could not be done; empty when it could' }) failed!: string;
  @ApiProperty({ type: [LedgerFaultDto], description: 'found in the newest part when Gully started' })
  atStart!: LedgerFaultDto[];
}

export function wantedOf({
  since,
  until,
  cause,
  reference,
  viewer,
}: PostingsWanted): Omit<WantedPostings, 'before'> {
  const time = (text: string | undefined): number | undefined =>
    text === undefined ? undefined : Date.parse(text);
  return { cause, reference, viewer, since: time(since), until: time(until) };
}

export function postingView(
  { id, at, cause, reference, actor, total, entries: count, reverses, reversedBy, moved }: StoredPosting,
  entries: readonly StoredEntry[],
  words: ReadonlyMap<string, string>,
): PostingDto {
  const own = entries.filter(({ posting }) => posting === id).map(entryView);
  const when = new Date(at).toISOString();
  const by = words.get(actor) ?? actor;
  return { id, at: when, cause, reference, by, total, count, entries: own, reverses, reversedBy, moved };
}

export function entryView({ id, amount, ...of }: StoredEntry): EntryDto {
  return {
    id,
    amount,
    from: { kind: of.fromKind, id: of.from, name: of.fromName ?? '' },
    to: { kind: of.toKind, id: of.to, name: of.toName ?? '' },
  };
}

export function verificationView({ progress, last, failed, atStart }: VerificationState): VerificationDto {
  return {
    progress: progress ?? null,
    last:
      last === undefined ? null : { ...last, at: new Date(last.at).toISOString(), faults: [...last.faults] },
    failed,
    atStart: [...atStart],
  };
}

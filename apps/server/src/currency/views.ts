import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { ROLES, type Role } from '@gully/core/chat';
import {
  CAP_MOST,
  CAUSES,
  RANKED_BY,
  type Cause,
  type CurrencySettings,
  type RankedBy,
} from '@gully/core/currency';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  Length,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { MayBeMissing } from '../problem/index.js';
import { BY_HAND, type WantedBalances } from './by-hand.js';

export class CurrencyDto {
  @ApiProperty({ type: 'object', additionalProperties: true, description: 'the settings, as core has them' })
  @IsObject()
  value!: CurrencySettings;
  @ApiProperty({ description: 'the version the change is made on' }) @IsInt() @Min(0) version!: number;
}
export class CurrencyNowDto extends CurrencyDto {
  @ApiProperty({
    type: Number,
    nullable: true,
    description: 'seconds until the next payout; null while none is to come',
  })
  next!: number | null;
}

export class RankDto {
  @ApiProperty({ description: 'empty for a new one' }) @IsString() @MaxLength(50) id!: string;
  @ApiProperty() @IsString() @MaxLength(40) name!: string;
  @ApiProperty({ description: 'hours, or units' }) @IsInt() @Min(0) from!: number;
  @ApiProperty({ enum: ROLES, enumName: 'Role' }) @IsIn(ROLES) lowestRole!: Role;
  @ApiProperty({ type: String, nullable: true, description: 'the routine that reaching it starts' })
  @IsOptional()
  @IsString()
  @MaxLength(50)
  routine!: string | null;
}
export class RanksValueDto {
  @ApiProperty({ enum: RANKED_BY, enumName: 'RankedBy' }) @IsIn(RANKED_BY) by!: RankedBy;
  @ApiProperty({ type: [RankDto] })
  @IsArray()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => RankDto)
  ranks!: RankDto[];
}
export class RanksDto {
  @ApiProperty({ type: RanksValueDto }) @ValidateNested() @Type(() => RanksValueDto) value!: RanksValueDto;
  @ApiProperty() @IsInt() @Min(0) version!: number;
}

export class ByHandDto {
  @ApiProperty({ enum: BY_HAND, enumName: 'ByHandAct' }) @IsIn(BY_HAND) does!: WantedBalances['does'];
  @ApiProperty() @IsInt() @Min(0) @Max(CAP_MOST) amount!: number;
  @ApiPropertyOptional({ type: [String], description: 'ids of viewers' })
  @MayBeMissing()
  @IsArray()
  @ArrayMaxSize(10_000)
  @IsString({ each: true })
  viewers?: string[];
  @ApiPropertyOptional({ description: 'everyone in the room' })
  @MayBeMissing()
  @IsBoolean()
  present?: boolean;
  @ApiPropertyOptional({ enum: ROLES, enumName: 'Role' }) @MayBeMissing() @IsIn(ROLES) role?: Role;
}
export class ByHandDoneDto extends ByHandDto {
  @ApiProperty({ description: 'made by the page: asked for twice under the same key, it is done once' })
  @IsString()
  @Length(8, 100)
  key!: string;
}
class ShortOfDto {
  @ApiProperty() name!: string;
  @ApiProperty() amount!: number;
}
export class ByHandEffectDto {
  @ApiProperty({ description: 'viewers whose balance changes' }) viewers!: number;
  @ApiProperty({ description: 'what all balances together go up by' }) total!: number;
  @ApiProperty({ type: [ShortOfDto], description: 'those who have less than is taken' }) short!: ShortOfDto[];
  @ApiProperty({ type: [ShortOfDto], description: 'those who would be above the cap, and by how much' })
  over!: ShortOfDto[];
  @ApiProperty({ type: Number, nullable: true, description: 'the movement, once it is made' }) posting!:
    number | null;
}

export class TransferDto {
  @ApiProperty({ description: 'id of the viewer who has it' }) @IsString() @MaxLength(50) from!: string;
  @ApiProperty({ description: 'id of the viewer who gets it' }) @IsString() @MaxLength(50) to!: string;
  @ApiProperty() @IsString() @Length(8, 100) key!: string;
}
export class BalanceFileDto {
  @ApiProperty({ enum: BY_HAND, enumName: 'ByHandAct' }) @IsIn(BY_HAND) does!: WantedBalances['does'];
  @ApiProperty({ description: 'CSV: a viewer and an amount in each line' })
  @IsString()
  @MaxLength(900_000)
  text!: string;
}
class FileFaultDto {
  @ApiProperty() line!: number;
  @ApiProperty() fault!: string;
}
export class BalanceFileLookDto extends ByHandEffectDto {
  @ApiProperty({ description: 'what importing it is asked for by' }) id!: string;
  @ApiProperty() lines!: number;
  @ApiProperty({ type: [FileFaultDto], description: 'lines that are left out, and why' })
  faults!: FileFaultDto[];
}
export class BalanceFileImportDto {
  @ApiProperty() @IsString() @MaxLength(50) id!: string;
}
export class ResetDto {
  @ApiProperty({ description: 'the name of the currency, to confirm it' })
  @IsString()
  @MaxLength(50)
  typed!: string;
}
export class ResetDoneDto {
  @ApiProperty() viewers!: number;
  @ApiProperty() total!: number;
  @ApiProperty({ description: 'the copy of the database from before, in the data folder' }) copy!: string;
  @ApiProperty({ type: Number, nullable: true }) posting!: number | null;
}

class CauseDto {
  @ApiProperty({ enum: CAUSES, enumName: 'LedgerCause' }) cause!: Cause;
  @ApiProperty() amount!: number;
}
class NextRankDto {
  @ApiProperty() name!: string;
  @ApiProperty({ description: 'hours of watching, or units' }) missing!: number;
  @ApiProperty({ enum: RANKED_BY, enumName: 'RankedBy' }) by!: RankedBy;
}
export class BalanceDto {
  @ApiProperty({ description: 'whose balance it is' }) name!: string;
  @ApiProperty() balance!: number;
  @ApiProperty() earned!: number;
  @ApiProperty() regular!: boolean;
  @ApiProperty({ description: 'empty for none' }) rank!: string;
  @ApiProperty({ type: NextRankDto, nullable: true }) next!: NextRankDto | null;
  @ApiProperty() place!: number;
  @ApiProperty({ description: 'how many viewers have any' }) of!: number;
  @ApiProperty({ type: [CauseDto] }) causes!: CauseDto[];
}

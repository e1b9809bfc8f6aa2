import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { ROLES, type Role } from '@gully/core/chat';
import {
  ASK_TYPES,
  GIVES,
  PAID_BY,
  REDEMPTION_STATES,
  type Ask,
  type Bench,
  type BenchLength,
  type Gives,
  type PaidBy,
  type RedemptionState,
  type RewardMessage,
  type Stock,
} from '@gully/core/rewards';
import type { RewardBody } from '@gully/core/rewards';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsString,
  MaxLength,
  Min,
  ValidateNested,
  IsOptional,
} from 'class-validator';
import { CostDto } from '../commands/index.js';
import { NamedViewerDto, RoutineDto, WhenDto } from '../routines/index.js';
import { MayBeMissing } from '../problem/index.js';

const OrNull = (): PropertyDecorator => (target, name) => {
  ApiProperty({ type: Number, nullable: true })(target, name);
  IsOptional()(target, name);
  IsNumber()(target, name);
};
const Text = (): PropertyDecorator => (target, name) => {
  ApiProperty()(target, name);
  IsString()(target, name);
  MaxLength(5_000)(target, name);
};

class StockDto implements Stock {
  @OrNull() all: number | null = null;
  @OrNull() stream: number | null = null;
  @OrNull() viewer: number | null = null;
  @OrNull() viewerStream: number | null = null;
}
class AskDto implements Ask {
  @ApiProperty() @IsString() @MaxLength(100) name!: string;
  @ApiProperty({ enum: ASK_TYPES, enumName: 'AskType' }) @IsIn(ASK_TYPES) type!: Ask['type'];
  @ApiProperty() @IsBoolean() required!: boolean;
  @ApiProperty({ description: 'shown to the streamer alone' }) @IsBoolean() private!: boolean;
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMaxSize(50)
  @IsString({ each: true })
  @MaxLength(200, { each: true })
  choices!: string[];
}
class BenchLengthDto implements BenchLength {
  @ApiProperty() @IsNumber() seconds!: number;
  @OrNull() price: number | null = null;
  @OrNull() cheer: number | null = null;
  @OrNull() tip: number | null = null;
}
class BenchDto implements Bench {
  @ApiProperty({ enum: ['named', 'buyer'] }) @IsIn(['named', 'buyer']) whom!: Bench['whom'];
  @ApiProperty({ type: [BenchLengthDto] })
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => BenchLengthDto)
  lengths!: BenchLengthDto[];
  @ApiProperty({ enum: ROLES, enumName: 'Role', isArray: true })
  @IsArray()
  @IsIn(ROLES, { each: true })
  spares!: Role[];
  @ApiProperty({ type: [NamedViewerDto] })
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => NamedViewerDto)
  never!: NamedViewerDto[];
}
class RewardSaysDto implements Record<RewardMessage, string> {
  @Text() bought!: string;
  @Text() returned!: string;
  @Text() asked!: string;
  @Text() thanked!: string;
  @Text() handed!: string;
}

/** Whether numbers are whole and within bounds core tells, in its own words. */
export class RewardBodyDto implements RewardBody {
  @ApiProperty() @IsString() @MaxLength(200) name!: string;
  @ApiProperty() @IsString() @MaxLength(1_000) description!: string;
  @ApiProperty({ description: 'id of a picture, or empty' }) @IsString() @MaxLength(40) picture!: string;
  @ApiProperty() @IsBoolean() enabled!: boolean;
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => CostDto) cost!: CostDto;
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => StockDto) stock!: StockDto;
  @ApiProperty({ description: 'seconds' }) @IsNumber() cooldown!: number;
  @ApiProperty({ description: 'seconds' }) @IsNumber() viewerCooldown!: number;
  @ApiProperty({ enum: ROLES, enumName: 'Role' }) @IsIn(ROLES) lowestRole!: Role;
  @ApiProperty({ description: 'a rank’s id, or empty' }) @IsString() @MaxLength(40) rank!: string;
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => WhenDto) when!: WhenDto;
  @ApiProperty({ type: [AskDto] })
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => AskDto)
  asks!: AskDto[];
  @ApiProperty({ enum: GIVES, enumName: 'Gives' }) @IsIn(GIVES) gives!: Gives;
  @ApiProperty({ description: 'a list’s id, or empty' }) @IsString() @MaxLength(40) list!: string;
  @ApiProperty() @IsNumber() warnAt!: number;
  @ApiProperty() @IsNumber() share!: number;
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => BenchDto) bench!: BenchDto;
  @ApiProperty({ description: 'days' }) @IsNumber() keepDays!: number;
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => RewardSaysDto) says!: RewardSaysDto;
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => RoutineDto) routine!: RoutineDto;
}
export class RewardChangeDto extends RewardBodyDto {
  @ApiProperty() @IsInt() @Min(1) version!: number;
}
export class RewardDto extends RewardBodyDto {
  @ApiProperty() id!: string;
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
  @ApiProperty({ description: 'sold and not returned' }) sold!: number;
  @ApiProperty({ description: 'of those, in this stream' }) soldNow!: number;
  @ApiProperty({ type: Number, nullable: true, description: 'null for any number' }) left!: number | null;
  @ApiProperty({ description: 'waiting to be handed over, or for an answer' }) waiting!: number;
  @ApiProperty({ type: String, nullable: true, description: 'why what it starts cannot run' })
  fault!: string | null;
  @ApiProperty({ type: String, nullable: true, description: 'what is typed to buy it' })
  command!: string | null;
}

export class AnswerDto {
  @ApiProperty() name!: string;
  @ApiProperty() private!: boolean;
  @ApiProperty() required!: boolean;
  @ApiProperty() given!: boolean;
  @ApiProperty({ type: String, nullable: true, description: 'null where it is private, or was not given' })
  text!: string | null;
}
export class RedemptionDto {
  @ApiProperty() id!: string;
  @ApiProperty() reward!: string;
  @ApiProperty() title!: string;
  @ApiProperty({ enum: GIVES, enumName: 'Gives' }) gives!: Gives;
  @ApiProperty() viewer!: string;
  @ApiProperty() name!: string;
  @ApiProperty() price!: number;
  @ApiProperty({ enum: PAID_BY, enumName: 'PaidBy' }) paidBy!: PaidBy;
  @ApiProperty({ enum: REDEMPTION_STATES, enumName: 'RedemptionState' }) state!: RedemptionState;
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty({ format: 'date-time' }) since!: string;
  @ApiProperty({ type: [AnswerDto] }) answers!: AnswerDto[];
  @ApiProperty({ description: 'it hands out a line that only its buyer may see' }) hasLine!: boolean;
  @ApiProperty({ type: String, nullable: true }) target!: string | null;
  @ApiProperty({ description: 'of a bench' }) seconds!: number;
  @ApiProperty({ description: 'what went wrong, or why it was returned' }) note!: string;
  @ApiProperty({ description: 'its line may have been delivered' }) unsure!: boolean;
}
export class HandOverCountDto {
  @ApiProperty({ description: 'waiting to be handed over' }) waiting!: number;
  @ApiProperty({ description: 'waiting for an answer of their buyer' }) asked!: number;
  @ApiProperty({ type: [String], description: 'what is running out, in words' }) low!: string[];
}
export class SecretDto {
  @ApiProperty() name!: string;
  @ApiProperty({ type: String, nullable: true, description: 'null for what cannot be read or was erased' })
  text!: string | null;
}
export class SecretsDto {
  @ApiProperty({ type: [SecretDto] }) answers!: SecretDto[];
  @ApiProperty({ type: String, nullable: true }) line!: string | null;
}

export const ACTS = ['done', 'reopen', 'return', 'send', 'put-back'] as const;
export type RedemptionAct = (typeof ACTS)[number];
export class ActOnDto {
  @ApiProperty({ type: [String], maxItems: 1_000 })
  @IsArray()
  @ArrayMaxSize(1_000)
  @IsString({ each: true })
  @MaxLength(200, { each: true })
  ids!: string[];
  @ApiProperty({ enum: ACTS, enumName: 'RedemptionAct' }) @IsIn(ACTS) act!: RedemptionAct;
  @ApiPropertyOptional({ description: 'why it is returned' })
  @MayBeMissing()
  @IsString()
  @MaxLength(300)
  note: string = '';
}
export class ActedDto {
  @ApiProperty({ type: [String], description: 'those it was done to' }) done!: string[];
  @ApiProperty({ type: [String], description: 'why others were left, in words' }) left!: string[];
}

class WeekDto {
  @ApiProperty() sold!: number;
  @ApiProperty() spent!: number;
  @ApiProperty() issued!: number;
}
export class RewardHelpDto {
  @ApiProperty({ type: Number, nullable: true, description: 'null where watching pays nothing' })
  minutes!: number | null;
  @ApiProperty({ type: Number, nullable: true }) subscriberMinutes!: number | null;
  @ApiProperty({ description: 'viewers who have the price now' }) able!: number;
  @ApiProperty({ description: 'viewers who came in the last 30 days' }) viewers!: number;
  @ApiProperty({ description: 'sales in a stream to expect' }) perStream!: number;
  @ApiProperty({ enum: ['own', 'others', 'nothing'] }) by!: 'own' | 'others' | 'nothing';
  @ApiProperty({ description: 'sales in each of the last streams, the newest last', type: [Number] })
  lately!: number[];
  @ApiProperty({ description: 'what a week of it would come to' }) week!: WeekDto;
  @ApiProperty({ description: 'units paid out in a week, on average' }) weekPays!: number;
  @ApiProperty({ description: 'units that viewers have' }) circulating!: number;
}

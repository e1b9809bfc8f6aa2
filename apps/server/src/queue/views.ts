import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { ROLES, type Role } from '@gully/core/chat';
import {
  HANDLE_LENGTH,
  ORDERS,
  QUEUE_MESSAGES,
  type CallRules,
  type HandleBody,
  type Order,
  type QueueBody,
  type QueueMessage,
} from '@gully/core/queue';
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
import { MayBeMissing } from '../problem/index.js';
import { ACTS, type Act } from './acts.js';

class HeadStartDto {
  @ApiProperty() @IsNumber() subscriber!: number;
  @ApiProperty() @IsNumber() vip!: number;
  @ApiProperty() @IsNumber() moderator!: number;
}
class ClosesDto {
  @ApiProperty({ description: 'after so many joined; 0 for never' }) @IsNumber() after!: number;
  @ApiProperty({ description: 'HH:MM, or empty' }) @IsString() @MaxLength(10) at!: string;
}
class CallRulesDto implements CallRules {
  @ApiProperty() @IsNumber() seconds!: number;
  @ApiProperty({ enum: ['out', 'back'] }) @IsIn(['out', 'back']) missed!: CallRules['missed'];
  @ApiProperty() @IsNumber() places!: number;
  @ApiProperty() @IsBoolean() next!: boolean;
  @ApiProperty() @IsBoolean() privately!: boolean;
}
const Text = (): PropertyDecorator => (target, name) => {
  ApiProperty()(target, name);
  IsString()(target, name);
  MaxLength(5_000)(target, name);
};
class QueueSaysDto implements Record<QueueMessage, string> {
  @Text() opened!: string;
  @Text() closed!: string;
  @Text() called!: string;
  @Text() reminder!: string;
  @Text() missed!: string;
  @Text() back!: string;
  @Text() confirmed!: string;
}

/** Whether numbers are whole and within bounds core tells, in its own words. */
export class QueueBodyDto implements QueueBody {
  @ApiProperty() @IsString() @MaxLength(200) name!: string;
  @ApiProperty() @IsBoolean() byDefault!: boolean;
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMaxSize(50)
  @IsString({ each: true })
  @MaxLength(200, { each: true })
  categories!: string[];
  @ApiProperty() @IsNumber() places!: number;
  @ApiProperty() @IsNumber() party!: number;
  @ApiProperty({ enum: ROLES }) @IsIn(ROLES) lowestRole!: Role;
  @ApiProperty({ description: 'a rank’s id, or empty' }) @IsString() @MaxLength(40) rank!: string;
  @ApiProperty() @IsNumber() cost!: number;
  @ApiProperty({ enum: ORDERS }) @IsIn(ORDERS) order!: Order;
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => HeadStartDto) headStart!: HeadStartDto;
  @ApiProperty({ type: Number, nullable: true }) @IsOptional() @IsNumber() again: number | null = null;
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => ClosesDto) closes!: ClosesDto;
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => CallRulesDto) call!: CallRulesDto;
  @ApiProperty() @IsBoolean() showHandles!: boolean;
  @ApiProperty({ description: `Liquid, by what happens: ${QUEUE_MESSAGES.join(', ')}` })
  @IsDefined()
  @ValidateNested()
  @Type(() => QueueSaysDto)
  says!: QueueSaysDto;
}
export class QueueChangeDto extends QueueBodyDto {
  @ApiProperty() @IsInt() @Min(1) version!: number;
}
export class QueueDto extends QueueBodyDto {
  @ApiProperty() id!: string;
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
}

export class HandleBodyDto implements HandleBody {
  @ApiProperty() @IsString() @MaxLength(200) name!: string;
  @ApiProperty() @IsString() @MaxLength(200) category!: string;
  @ApiProperty() @IsString() @MaxLength(500) pattern!: string;
  @ApiProperty() @IsString() @MaxLength(200) example!: string;
  @ApiProperty() @IsBoolean() required!: boolean;
  @ApiProperty() @IsString() @MaxLength(200) own!: string;
}
export class HandleChangeDto extends HandleBodyDto {
  @ApiProperty() @IsInt() @Min(1) version!: number;
}
export class HandleDto extends HandleBodyDto {
  @ApiProperty() id!: string;
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
}

export class ActDto {
  @ApiProperty({ enum: ACTS }) @IsIn(ACTS) does!: Act;
  @ApiPropertyOptional({ description: 'whom it concerns, an entry’s id' })
  @MayBeMissing()
  @IsString()
  @MaxLength(100)
  entry?: string;
  @ApiPropertyOptional({ description: 'whom to add, a viewer’s id' })
  @MayBeMissing()
  @IsString()
  @MaxLength(40)
  viewer?: string;
  @ApiPropertyOptional({ description: 'before whom to move them, an entry’s id; left out for the end' })
  @MayBeMissing()
  @IsString()
  @MaxLength(100)
  before?: string;
}
export class ActDoneDto {
  @ApiProperty({ type: String, nullable: true, description: 'what takes it back' }) undo!: string | null;
}
export class HoldsBumpDto {
  @ApiProperty() @IsBoolean() holds!: boolean;
}
export class HandleTextDto {
  @ApiProperty({ description: 'empty to forget it' }) @IsString() @MaxLength(HANDLE_LENGTH * 4) text!: string;
}

import { ApiProperty } from '@nestjs/swagger';
import { DRAW_ORDERS, type DrawOrder } from '@gully/core/random';
import {
  TIMER_DOES,
  type BreathingRoom,
  type ChatRate,
  type Said,
  type TimerBody,
  type TimerState,
} from '@gully/core/timers';
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
import { WhenDto } from '../routines/index.js';

export class TimerBodyDto implements TimerBody {
  @ApiProperty() @IsString() @MaxLength(200) name!: string;
  @ApiProperty() @IsBoolean() enabled!: boolean;
  @ApiProperty({ enum: TIMER_DOES }) @IsIn(TIMER_DOES) does!: TimerBody['does'];
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMaxSize(100)
  @IsString({ each: true })
  @MaxLength(5_000, { each: true })
  texts!: string[];
  @ApiProperty({ enum: DRAW_ORDERS }) @IsIn(DRAW_ORDERS) order!: DrawOrder;
  @ApiProperty({ description: 'the id of the routine or command it runs; empty for one that says a text' })
  @IsString()
  @MaxLength(40)
  runs!: string;
  // Whether they are whole and within bounds core tells, in its own words.
  @ApiProperty({ description: 'whole minutes, 1 to 1,440' }) @IsNumber() interval!: number;
  @ApiProperty({ description: 'lines of viewers since it last fired, 0 to 1,000' })
  @IsNumber()
  lines!: number;
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => WhenDto) when!: WhenDto;
  @ApiProperty({
    type: Number,
    nullable: true,
    description: 'minutes after going live; null for the interval',
  })
  @IsOptional()
  @IsNumber()
  first: number | null = null;
  @ApiProperty({ description: 'percent, 0 to 30' }) @IsNumber() jitter!: number;
}
export class TimerChangeDto extends TimerBodyDto {
  @ApiProperty() @IsInt() @Min(1) version!: number;
}
export class HoldDto {
  @ApiProperty() @IsBoolean() held!: boolean;
}

class TimerStateDto implements TimerState {
  @ApiProperty({ description: 'milliseconds of the running clock' }) since!: number;
  @ApiProperty() lines!: number;
  @ApiProperty() opening!: boolean;
  @ApiProperty() spread!: number;
  @ApiProperty() held!: boolean;
  @ApiProperty() times!: number;
  @ApiProperty({ type: Number, nullable: true, description: 'UTC milliseconds' }) firedAt!: number | null;
  @ApiProperty() size!: number;
}
export class TimerDto extends TimerBodyDto {
  @ApiProperty() id!: string;
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
  @ApiProperty({ type: String, nullable: true, description: 'why it cannot fire; when set, it cannot run' })
  fault!: string | null;
}

class TimerSaidDto implements Said {
  @ApiProperty() at!: number;
  @ApiProperty() lines!: number;
}
export class BreathingRoomDto implements BreathingRoom {
  @ApiProperty({ description: 'at least so many seconds between any two timers' })
  @IsNumber()
  seconds!: number;
  @ApiProperty({ description: 'lines of timers within ten minutes' }) @IsNumber() most!: number;
}
export class BreathingSettingDto {
  @ApiProperty() @IsDefined() @ValidateNested() @Type(() => BreathingRoomDto) value!: BreathingRoomDto;
  @ApiProperty({ description: 'the version the change is made on' }) @IsInt() @Min(0) version!: number;
}
/** Where the timers stand, by the running clock. */
export class StandingDto {
  @ApiProperty({ description: 'milliseconds of the running clock, now' }) running!: number;
  @ApiProperty({ description: 'UTC milliseconds, now' }) at!: number;
  @ApiProperty({ type: [TimerSaidDto] }) said!: TimerSaidDto[];
  @ApiProperty({ type: 'object', additionalProperties: { $ref: '#/components/schemas/TimerStateDto' } })
  states!: Record<string, TimerStateDto>;
}
export class RateDto implements ChatRate {
  @ApiProperty({ description: 'lines of viewers a minute' }) usual!: number;
  @ApiProperty() quiet!: number;
  @ApiProperty() busy!: number;
  @ApiProperty({ description: 'other lines of the bot for each line of a viewer' }) replies!: number;
  @ApiProperty({ description: 'streams it was measured over; 0 for none' }) streams!: number;
}
export { TimerStateDto };

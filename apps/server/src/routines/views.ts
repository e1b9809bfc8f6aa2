import { ApiExtraModels, ApiProperty, getSchemaPath } from '@nestjs/swagger';
import { ROLES, type Role } from '@gully/core/chat';
import { DRAW_ORDERS, type DrawOrder } from '@gully/core/random';
import { COUNTER_CHANGES, type CounterStep, type Routine, type SayStep } from '@gully/core/routines';
import { Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsIn, IsInt, IsString, MaxLength, ValidateNested } from 'class-validator';

class StepDto {
  @ApiProperty() @IsString() @MaxLength(40) id!: string;
  @ApiProperty({ enum: ['say', 'counter'] }) @IsIn(['say', 'counter']) kind!: string;
}

export class SayStepDto extends StepDto implements SayStep {
  @ApiProperty({ enum: ['say'] }) override kind = 'say' as const;
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMaxSize(100)
  @IsString({ each: true })
  @MaxLength(20_000, { each: true })
  texts!: string[];
  @ApiProperty({ enum: DRAW_ORDERS, enumName: 'DrawOrder' }) @IsIn(DRAW_ORDERS) order!: DrawOrder;
}

export class CounterStepDto extends StepDto implements CounterStep {
  @ApiProperty({ enum: ['counter'] }) override kind = 'counter' as const;
  @ApiProperty() @IsString() @MaxLength(100) counter!: string;
  @ApiProperty({ enum: COUNTER_CHANGES, enumName: 'CounterChange' })
  @IsIn(COUNTER_CHANGES)
  change!: CounterStep['change'];
  @ApiProperty() @IsInt() amount!: number;
  @ApiProperty({ enum: ROLES, enumName: 'Role' }) @IsIn(ROLES) lowestRole!: Role;
}

@ApiExtraModels(SayStepDto, CounterStepDto)
export class RoutineDto implements Routine {
  @ApiProperty({
    type: 'array',
    items: { oneOf: [{ $ref: getSchemaPath(SayStepDto) }, { $ref: getSchemaPath(CounterStepDto) }] },
  })
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => StepDto, {
    discriminator: {
      property: 'kind',
      subTypes: [
        { name: 'say', value: SayStepDto },
        { name: 'counter', value: CounterStepDto },
      ],
    },
    keepDiscriminatorProperty: true,
  })
  steps!: (SayStepDto | CounterStepDto)[];
}

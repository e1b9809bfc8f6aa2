import { Body, Controller, HttpCode, Post } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiPropertyOptional, ApiTags } from '@nestjs/swagger';
import { IsNumber, Max, Min } from 'class-validator';
import { AllThings } from '../things/index.js';
import { MayBeMissing } from '../problem/index.js';
import { NextTimer } from './next-timer.js';
import { CircumstancesDto, circumstancesOf, RehearsedDto, timed } from './rehearsal.controller.js';

class RehearsedTimerDto extends CircumstancesDto {
  @ApiPropertyOptional({
    minimum: 0,
    maximum: 10_000,
    description: 'lines of viewers a minute; as measured where it is not given',
  })
  @MayBeMissing()
  @IsNumber()
  @Min(0)
  @Max(10_000)
  rate?: number;
}

class RehearsedFiringDto extends RehearsedDto {
  @ApiProperty({ description: 'seconds the clock is ahead now' }) ahead!: number;
}

@ApiTags('rehearsal')
@Controller('api/rehearsal/timers')
export class NextTimerController {
  constructor(
    private readonly rehearsing: NextTimer,
    private readonly things: AllThings,
  ) {}

  /** The clock moved on to the next timer. */
  @Post()
  @HttpCode(200)
  @ApiOkResponse({ type: RehearsedFiringDto })
  async nextTimer(
    @Body() { session, persona, rate, ...given }: RehearsedTimerDto,
  ): Promise<RehearsedFiringDto> {
    const circumstances = await circumstancesOf(given, this.things);
    let { ahead } = circumstances;
    const rehearsed = await timed(async () => {
      const next = await this.rehearsing.next(session, persona, circumstances, rate);
      ({ ahead } = next);
      return next;
    });
    return { ...rehearsed, ahead };
  }
}

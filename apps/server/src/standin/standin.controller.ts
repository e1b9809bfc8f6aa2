import { Body, Controller, Get, HttpCode, Post } from '@nestjs/common';
import {
  ApiNoContentResponse,
  ApiOkResponse,
  ApiProperty,
  ApiPropertyOptional,
  ApiTags,
} from '@nestjs/swagger';
import { ROLES, type Role } from '@gully/core/chat';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsString,
  Length,
  Matches,
  Max,
  Min,
} from 'class-validator';
import { MayBeMissing, Problem } from '../problem/index.js';
import { StreamService } from '../stream/index.js';
import { StandinService } from './standin.service.js';
import { EVENT_TYPES } from '../events/index.js';

class SayAsDto {
  @ApiProperty()
  @Matches(/^\S{1,30}$/u, { message: 'A viewer’s name is one word of at most 30 characters' })
  name!: string;
  @ApiProperty({ enum: ROLES, enumName: 'Role', isArray: true })
  @IsArray()
  @ArrayMaxSize(ROLES.length)
  @IsIn(ROLES, { each: true })
  roles!: Role[];
  @ApiProperty({ maxLength: 5000 }) @IsString() @Length(1, 5000) text!: string;
}

class CrowdDto {
  @ApiProperty({ minimum: 0, maximum: 5000 }) @IsInt() @Min(0) @Max(5000) size!: number;
  @ApiProperty({ minimum: 0, maximum: 60_000, description: 'lines a minute' })
  @IsInt()
  @Min(0)
  @Max(60_000)
  rate!: number;
}

class SecondsDto {
  @ApiProperty({ minimum: 0, maximum: 600 }) @IsInt() @Min(0) @Max(600) seconds!: number;
}

class StreamChangeDto {
  @ApiPropertyOptional() @MayBeMissing() @IsBoolean() live?: boolean;
  @ApiPropertyOptional() @MayBeMissing() @IsString() @Length(0, 140) title?: string;
  @ApiPropertyOptional() @MayBeMissing() @IsString() @Length(0, 80) category?: string;
}

class RaiseDto {
  @ApiProperty({ enum: EVENT_TYPES }) @IsIn(EVENT_TYPES) type!: (typeof EVENT_TYPES)[number];
  @ApiPropertyOptional() @MayBeMissing() @Matches(/^\S{1,30}$/u) name?: string;
  @ApiPropertyOptional({ enum: ROLES, enumName: 'Role', isArray: true })
  @MayBeMissing()
  @IsArray()
  @ArrayMaxSize(ROLES.length)
  @IsIn(ROLES, { each: true })
  roles?: Role[];
  @ApiPropertyOptional() @MayBeMissing() @IsInt() @Min(0) @Max(100_000_000) count?: number;
  @ApiPropertyOptional() @MayBeMissing() @IsString() @Length(0, 500) message?: string;
}

/** Steers the simulated platform from the dock. Only where Gully was started with one. */
@ApiTags('standin')
@Controller('api/standin')
export class StandinController {
  constructor(
    private readonly standin: StandinService,
    private readonly stream: StreamService,
  ) {}

  @Get('crowd')
  @ApiOkResponse({ type: CrowdDto })
  crowd(): Promise<CrowdDto> {
    return this.standin.ask('GET', '/control/crowd');
  }

  @Post('crowd')
  @HttpCode(200)
  @ApiOkResponse({ type: CrowdDto })
  setCrowd(@Body() crowd: CrowdDto): Promise<CrowdDto> {
    return this.standin.ask('POST', '/control/crowd', crowd);
  }

  @Post('say')
  @HttpCode(204)
  @ApiNoContentResponse()
  async say(@Body() line: SayAsDto): Promise<void> {
    await this.standin.ask('POST', '/control/say', line);
  }

  /** Has the simulated stream go live or offline, or show something else. */
  @Post('stream')
  @HttpCode(204)
  @ApiNoContentResponse()
  async setStream(@Body() change: StreamChangeDto): Promise<void> {
    await this.standin.ask('POST', '/control/stream', change);
    await this.stream.ask();
  }

  /** Has the simulated platform tell of an event, as it would tell of a real one. */
  @Post('event')
  @HttpCode(204)
  @ApiNoContentResponse()
  async raise(@Body() event: RaiseDto): Promise<void> {
    const { answers } = await this.standin.ask<{ answers: number[] }>('POST', '/control/event', {
      ...event,
      byHand: true,
    });
    if (!answers.includes(202))
      throw new Problem(
        503,
        'The event did not arrive',
        'Gully takes no events, or the stand-in sends them elsewhere. Nothing was started.',
      );
  }

  /** Breaks the connection, and refuses new ones for so many seconds. */
  @Post('drop')
  @HttpCode(204)
  @ApiNoContentResponse()
  async drop(@Body() { seconds }: SecondsDto): Promise<void> {
    if (seconds > 0) await this.standin.ask('POST', '/control/refuse', { seconds });
    await this.standin.ask('POST', '/control/drop', {});
  }
}

import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiCreatedResponse,
  ApiExtraModels,
  ApiNoContentResponse,
  ApiOkResponse,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { breathingFaults, timerBody } from '@gully/core/timers';
import { Problem, ProblemView } from '../problem/index.js';
import { SettingsService } from '../settings/index.js';
import { ChatRates } from './rate.js';
import { TimersService } from './timers.service.js';
import { TimersStore, type StoredTimer } from './timers.store.js';
import {
  BreathingSettingDto,
  RateDto,
  StandingDto,
  TimerBodyDto,
  TimerChangeDto,
  TimerDto,
  TimerStateDto,
  TimerVersionDto,
} from './views.js';
import { standingView } from './standing.js';

@ApiTags('timers')
@ApiExtraModels(TimerStateDto)
@Controller('api/timers')
export class TimersController {
  constructor(
    private readonly timers: TimersService,
    private readonly store: TimersStore,
    private readonly rates: ChatRates,
    private readonly settings: SettingsService,
  ) {}

  @Get()
  @ApiOkResponse({ type: [TimerDto] })
  list(): TimerDto[] {
    return this.store.all().map((timer) => this.view(timer));
  }

  @Get('standing')
  @ApiOkResponse({ type: StandingDto })
  standing(): StandingDto {
    return standingView(this.store);
  }

  @Get('rate')
  @ApiOkResponse({ type: RateDto })
  rate(): Promise<RateDto> {
    return this.rates.now();
  }

  @Get('breathing-room')
  @ApiOkResponse({ type: BreathingSettingDto })
  breathing(): BreathingSettingDto {
    return this.settings.get('breathing-room');
  }

  @Put('breathing-room')
  @ApiOkResponse({ type: BreathingSettingDto })
  @ApiConflictResponse({ type: ProblemView })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  setBreathing(@Body() { value, version }: BreathingSettingDto): Promise<BreathingSettingDto> {
    const fields = breathingFaults(value);
    const words = Object.values(fields);
    if (words.length > 0)
      throw new Problem(422, 'Breathing room is not changed', `${words.join('. ')}.`, { fields });
    return this.settings.set('breathing-room', value, version);
  }

  @Post()
  @ApiCreatedResponse({ type: TimerDto })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  async create(@Body() body: TimerBodyDto): Promise<TimerDto> {
    return this.view(await this.timers.create(body));
  }

  @Put(':id')
  @ApiOkResponse({ type: TimerDto })
  @ApiConflictResponse({ type: ProblemView })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  async change(@Param('id') id: string, @Body() { version, ...body }: TimerChangeDto): Promise<TimerDto> {
    return this.view(await this.timers.change(id, body, version));
  }

  @Post(':id/step-back')
  @HttpCode(200)
  @ApiOkResponse({ type: TimerDto })
  @ApiConflictResponse({ type: ProblemView })
  async stepBack(@Param('id') id: string, @Body() { version }: TimerVersionDto): Promise<TimerDto> {
    return this.view(await this.timers.stepBack(id, version));
  }

  @Delete(':id')
  @HttpCode(204)
  @ApiNoContentResponse()
  remove(@Param('id') id: string): Promise<void> {
    return this.timers.remove(id);
  }

  @Post(':id/restore')
  @HttpCode(200)
  @ApiOkResponse({ type: TimerDto })
  async restore(@Param('id') id: string): Promise<TimerDto> {
    return this.view(await this.timers.restore(id));
  }

  private view(timer: StoredTimer): TimerDto {
    const { id, version, changedAt } = timer;
    return {
      ...(timerBody(timer) as unknown as TimerDto),
      id,
      version,
      changedAt: new Date(changedAt).toISOString(),
      fault: this.store.faultOf(timer) ?? null,
    };
  }
}

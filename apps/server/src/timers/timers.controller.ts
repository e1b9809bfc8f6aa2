import { Body, Controller, Get, Put } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiExtraModels,
  ApiOkResponse,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import { breathingFaults, timerBody } from '@gully/core/timers';
import { Problem, ProblemView } from '../problem/index.js';
import { By } from '../security/index.js';
import { SettingsService } from '../settings/index.js';
import { thingsController } from '../things/index.js';
import { BREATHING_ROOM } from './breathing.js';
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
} from './views.js';
import { standingView } from './standing.js';

@ApiTags('timers')
@ApiExtraModels(TimerStateDto)
@Controller('api/timers')
export class TimersController extends thingsController<'timer', StoredTimer, TimerDto>({
  view: TimerDto,
  body: TimerBodyDto,
  change: TimerChangeDto,
}) {
  constructor(
    readonly things: TimersService,
    private readonly store: TimersStore,
    private readonly rates: ChatRates,
    private readonly settings: SettingsService,
  ) {
    super();
  }

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
    return this.settings.get(BREATHING_ROOM);
  }

  @Put('breathing-room')
  @ApiOkResponse({ type: BreathingSettingDto })
  @ApiConflictResponse({ type: ProblemView })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  setBreathing(
    @Body() { value, version }: BreathingSettingDto,
    @By() actor: Actor,
  ): Promise<BreathingSettingDto> {
    const fields = breathingFaults(value);
    const words = Object.values(fields);
    if (words.length > 0)
      throw new Problem(422, 'Breathing room not changed', `${words.join('. ')}.`, { fields });
    return this.settings.set(BREATHING_ROOM, value, version, actor);
  }

  view(timer: StoredTimer): TimerDto {
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

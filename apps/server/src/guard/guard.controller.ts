import { Body, Controller, Get, HttpCode, Post, Put } from '@nestjs/common';
import { ApiConflictResponse, ApiOkResponse, ApiTags, ApiUnprocessableEntityResponse } from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import {
  alsoChanged,
  begin,
  FILTER_NAMES,
  filterOf,
  guardFaults,
  lookAt,
  Reading,
  startOver,
} from '@gully/core/guard';
import { strangerFacts } from '@gully/core/viewers';
import { ChannelWorld } from '../live/index.js';
import { ProblemView, WhileAwaited } from '../problem/index.js';
import { By } from '../security/index.js';
import { Catches } from './catches.js';
import { GuardSettingsService } from './guard-settings.js';
import {
  BeginDto,
  BeginningDto,
  CountsDto,
  GuardDto,
  GuardNowDto,
  TrialDto,
  TriedDto,
  TryDto,
} from './views.js';

/** Days that are counted. */
const DAYS = 30;

/** What the guard is set to, and what it makes of a message. */
@ApiTags('guard')
@Controller('api/guard')
export class GuardController {
  constructor(
    private readonly settings: GuardSettingsService,
    private readonly world: ChannelWorld,
    private readonly catches: Catches,
  ) {}

  @Get()
  @ApiOkResponse({ type: GuardNowDto })
  now(): GuardNowDto {
    return {
      ...this.settings.now(),
      powerless: this.world.now().guard.powerless() ?? null,
      filters: FILTER_NAMES.map((name) => ({ name, title: filterOf(name).title })),
    };
  }

  @Put()
  @ApiOkResponse({ type: GuardDto })
  @ApiConflictResponse({ type: ProblemView })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  set(@Body() { value, version }: GuardDto, @By() actor: Actor): Promise<GuardDto> {
    return this.settings.set(value, version, actor);
  }

  /** How often each filter caught in the last 30 days, and how many viewers came how far up the ladder. */
  @Get('counts')
  @ApiOkResponse({ type: CountsDto })
  counts(@WhileAwaited() signal: AbortSignal): Promise<CountsDto> {
    return this.catches.counts(DAYS, { signal });
  }

  /**
   * The settings of one of the ways to begin. Given settings take its limits and its ladder, and what
   * else of it is asked for; nothing is saved.
   */
  @Post('beginning')
  @HttpCode(200)
  @ApiOkResponse({ type: BeginningDto })
  beginning(@Body() { way, settings, also }: BeginDto): BeginningDto {
    if (settings === undefined) return { value: begin(way), also: [] };
    const now = this.settings.read(settings);
    return { value: startOver(way, now, also), also: alsoChanged(way, now) };
  }

  /** What each filter measures in a message, those that are off too; nothing is done. */
  @Post('try')
  @HttpCode(200)
  @ApiOkResponse({ type: TrialDto })
  try(@Body() { settings, text, name }: TryDto): TrialDto {
    const given = settings === undefined ? this.settings.now().value : this.settings.read(settings);
    const all = Object.fromEntries(
      FILTER_NAMES.map((each) => [each, { ...given.filters[each], enabled: true }]),
    ) as unknown as typeof given.filters;
    const faults = guardFaults(given);
    if (Object.keys(faults).length > 0) return { filters: [], faults };
    const { filters, settings: prepared } = this.settings.prepare({ ...given, filters: all });
    const at = Date.now();
    const reading = new Reading({ id: 'try', viewer: 'try', text, at, emotes: [], names: [] });
    const { stream, timeZone } = this.world.now();
    const around = {
      before: { own: [], near: () => [] },
      viewer: { ...strangerFacts('try', name, [], at), firstSeen: 0 },
      ranks: [],
      first: true,
      stream,
      timeZone,
      graceUntil: undefined,
    };
    const tried = filters.map((each): TriedDto => {
      const looked = lookAt(each, prepared, reading, around);
      if ('unseen' in looked)
        return { filter: each.name, caught: false, measure: looked.unseen, allowed: '', fragments: [] };
      const { caught, measure, allowed, fragments } = looked.found;
      return { filter: each.name, caught, measure, allowed, fragments: [...fragments] };
    });
    return { filters: tried, faults };
  }
}

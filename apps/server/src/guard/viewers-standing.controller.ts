import { Body, Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import { silenceOf, standing } from '@gully/core/guard';
import { durationInWords } from '@gully/core/text';
import { MoreThan } from 'typeorm';
import { ActivityService } from '../activity/index.js';
import { Outbox } from '../chat/index.js';
import { Database } from '../database/index.js';
import { ChannelWorld } from '../live/index.js';
import { PipelineService } from '../pipeline/index.js';
import { By } from '../security/index.js';
import { ViewerChanges } from '../viewers/index.js';
import { PeopleActs } from './people.js';
import { GraceRow } from './rows.js';
import { ActBodyDto, GraceBodyDto, GraceDto, GuardStandingDto } from './views.js';

/** Where viewers stand with the guard, and what people do about it. */
@ApiTags('guard')
@Controller('api/guard')
export class ViewersStandingController {
  constructor(
    private readonly pipeline: PipelineService,
    private readonly world: ChannelWorld,
    private readonly viewers: ViewerChanges,
    private readonly people: PeopleActs,
    private readonly outbox: Outbox,
    private readonly activity: ActivityService,
    private readonly database: Database,
  ) {}

  /** Who may post links just now. */
  @Get('graces')
  @ApiOkResponse({ type: [GraceDto] })
  async graces(): Promise<GraceDto[]> {
    const rows = await this.database.read.find(GraceRow, {
      where: { until: MoreThan(Date.now()) },
      order: { until: 'DESC' },
      take: 50,
    });
    return rows.map(({ viewerId, name, until, by }) => ({
      viewer: viewerId,
      name,
      until: new Date(until).toISOString(),
      by,
    }));
  }

  @Get('viewers/:id')
  @ApiOkResponse({ type: GuardStandingDto })
  async one(@Param('id') id: string): Promise<GuardStandingDto> {
    await this.viewers.require(id);
    const { guard, grace } = this.world.now();
    const now = Date.now();
    const { strikes, given } = guard.standingOf(id);
    const { ladder, overlapping } = guard.prepared.settings;
    const silence = silenceOf(given, overlapping, now);
    const until = grace.until(id);
    return {
      graceUntil: until === undefined || until <= now ? null : new Date(until).toISOString(),
      strikes: standing(strikes, ladder, now).length,
      silencedBy: silence?.by ?? null,
      silencedUntil: silence?.until === undefined ? null : new Date(silence.until).toISOString(),
    };
  }

  /** Lets a viewer post links for a while, and says so in chat. */
  @Post('viewers/:id/grace')
  @HttpCode(200)
  @ApiOkResponse({ type: GuardStandingDto })
  async grace(
    @Param('id') id: string,
    @Body() { seconds }: GraceBodyDto,
    @By() actor: Actor,
  ): Promise<GuardStandingDto> {
    const { name } = await this.viewers.require(id);
    await this.pipeline.do({
      kind: 'grace',
      actor,
      about: [id],
      decide: () => {
        const at = Date.now();
        const { guard } = this.world.now();
        const span = seconds ?? guard.prepared.settings.grace;
        const words = durationInWords(span * 1000);
        return {
          changes: [{ kind: 'grace', viewer: id, name, until: at + span * 1000, at, by: actor }],
          done: () => {
            this.outbox.say([`${name} may post links for ${words}.`], 'reply');
            this.activity.record('changed', name, `may post links for ${words}`, actor);
          },
        };
      },
    });
    return this.one(id);
  }

  /** Times a viewer out, bans them, or lets them write again; it goes before what the guard does. */
  @Post('viewers/:id/act')
  @HttpCode(204)
  @ApiNoContentResponse()
  async act(
    @Param('id') id: string,
    @Body() { does, seconds, reason }: ActBodyDto,
    @By() actor: Actor,
  ): Promise<void> {
    const { name } = await this.viewers.require(id);
    const span = does === 'timeout' ? seconds : 0;
    await this.people.act({ viewer: id, name, does, seconds: span, reason }, actor);
  }
}

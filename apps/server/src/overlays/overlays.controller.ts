import { Body, Controller, Get, HttpCode, Param, Post, Put, Res } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiNoContentResponse,
  ApiOkResponse,
  ApiProduces,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import { alertInWords, EMPTY_STAGE, endOf, type Alert } from '@gully/core/stage';
import type { Response } from 'express';
import { Problem, ProblemView } from '../problem/index.js';
import { By } from '../security/index.js';
import { thingsController } from '../things/index.js';
import { OverlaysService, type StoredOverlay } from './overlays.service.js';
import { PagesGateway } from './pages.gateway.js';
import { Portraits } from './portraits.js';
import { Scenes } from './scenes.js';
import { StageClock } from './stage-clock.js';
import { StagesStore } from './stages.store.js';
import { Testing } from './testing.js';
import {
  AddressDto,
  DrawnDto,
  OverlayBodyDto,
  OverlayChangeDto,
  OverlayDto,
  StageActDto,
  StageAlertDto,
  StageDto,
  TestDto,
} from './views.js';

/** Overlays as people make them, and what is on their stages. */
@ApiTags('overlays')
@Controller('api/overlays')
export class OverlaysController extends thingsController<'overlay', StoredOverlay, OverlayDto>({
  view: OverlayDto,
  body: OverlayBodyDto,
  change: OverlayChangeDto,
}) {
  constructor(
    readonly things: OverlaysService,
    private readonly store: StagesStore,
    private readonly clock: StageClock,
    private readonly pages: PagesGateway,
    private readonly scenes: Scenes,
    private readonly testing: Testing,
  ) {
    super();
  }

  @Get()
  @ApiOkResponse({ type: [OverlayDto] })
  list(): OverlayDto[] {
    return this.things.all().map((overlay) => this.view(overlay));
  }

  /** What is shown and waits on every stage, and which pages show it. */
  @Get('stages')
  @ApiOkResponse({ type: [StageDto] })
  stages(): StageDto[] {
    return this.things.all().map(({ id, name }) => this.stageOf(id, name));
  }

  /** What each piece of an overlay shows on the canvas; made-up names where it has nothing of its own. */
  @Post('preview')
  @HttpCode(200)
  @ApiOkResponse({ type: [DrawnDto] })
  preview(@Body() overlay: OverlayBodyDto): DrawnDto[] {
    return this.scenes.preview(overlay);
  }

  /** Plays what a routine shows on the real overlays; nothing else of it happens. */
  @Post('test')
  @HttpCode(204)
  @ApiNoContentResponse()
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  test(@Body() { routine, title, as }: TestDto, @By() actor: Actor): Promise<void> {
    return this.testing.play({ routine, title, as }, actor);
  }

  @Get(':id/address')
  @ApiOkResponse({ type: AddressDto })
  async address(@Param('id') id: string): Promise<AddressDto> {
    return { path: `/overlay/${await this.things.keyOf(id)}` };
  }

  /** Gives an overlay another secret address; the old one opens nothing any more. */
  @Put(':id/address')
  @ApiOkResponse({ type: AddressDto })
  async replaceAddress(@Param('id') id: string, @By() actor: Actor): Promise<AddressDto> {
    return { path: `/overlay/${await this.things.replaceKey(id, actor)}` };
  }

  /** Has a saved piece come and go on the real overlay, marked as a test. */
  @Post(':id/pieces/:piece/test')
  @HttpCode(204)
  @ApiNoContentResponse()
  @ApiConflictResponse({ type: ProblemView })
  testPiece(@Param('id') id: string, @Param('piece') piece: string): void {
    const found = this.things.require(id).pieces.find((each) => each.id === piece);
    if (found === undefined)
      throw new Problem(404, 'There is no such piece', 'Save the overlay first, then try its pieces.');
    if (this.pages.test(id, found) === 0)
      throw new Problem(
        409,
        'Nothing was shown',
        'No page of this overlay is open. Open it in your streaming software, or in another window.',
      );
  }

  @Post(':id/stage')
  @HttpCode(204)
  @ApiNoContentResponse()
  @ApiConflictResponse({ type: ProblemView })
  async act(@Param('id') id: string, @Body() { does }: StageActDto, @By() actor: Actor): Promise<void> {
    this.things.require(id);
    if (!(await this.clock.does(id, does, actor)))
      throw new Problem(
        409,
        'Nothing was changed',
        'The stage is as you want it already, or has nothing on it.',
      );
  }

  view(overlay: StoredOverlay): OverlayDto {
    const { id, version, changedAt } = overlay;
    return {
      ...(this.things.bodyOf(overlay) as unknown as OverlayBodyDto),
      id,
      version,
      changedAt: new Date(changedAt).toISOString(),
    };
  }

  private stageOf(overlay: string, name: string): StageDto {
    const found = this.store.all().find((each) => each.overlay === overlay);
    const { held, showing, waiting, last } = found?.stage ?? EMPTY_STAGE;
    return {
      overlay,
      name,
      hasStage: found !== undefined,
      held,
      showing: showing === undefined ? null : alertView(showing.alert),
      until: showing === undefined ? null : new Date(endOf(showing)).toISOString(),
      waiting: waiting.map(alertView),
      last: last === undefined ? null : alertView(last),
      pages: this.pages
        .pagesOf(overlay)
        .map(({ since, overlay: _, ...page }) => ({ ...page, since: new Date(since).toISOString() })),
    };
  }
}

function alertView(alert: Alert): StageAlertDto {
  const { id, viewerName, seconds, test, at } = alert;
  return {
    id,
    words: alertInWords(alert),
    viewer: viewerName,
    seconds,
    test,
    at: new Date(at).toISOString(),
  };
}

/** Pictures of people, by their names. */
@ApiTags('overlays')
@Controller('overlay/people')
export class PortraitsController {
  constructor(private readonly portraits: Portraits) {}

  @Get(':name')
  @ApiProduces('image/webp', 'image/svg+xml')
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' } })
  async portrait(@Param('name') name: string, @Res() response: Response): Promise<void> {
    const { type, content } = await this.portraits.of(name);
    response.type(type).set('cache-control', 'public, max-age=600').send(content);
  }
}

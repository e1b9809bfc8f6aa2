import { Body, Controller, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import { ApiConflictResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import type { Role } from '@gully/core/chat';
import { currentQueue, type Queue } from '@gully/core/queue';
import { Database } from '../database/index.js';
import { ChannelWorld } from '../live/index.js';
import { ProblemView } from '../problem/index.js';
import { By } from '../security/index.js';
import { thingsController } from '../things/index.js';
import { ViewersService } from '../viewers/index.js';
import { QueueActing } from './acting.js';
import { Bumps } from './bumps.js';
import { HandlesService, type StoredHandle } from './handles.service.js';
import { QueuesService, type StoredQueue } from './queues.service.js';
import { standingOf, QueuesStandingDto } from './standing.js';
import {
  ActDoneDto,
  ActDto,
  HandleBodyDto,
  HandleChangeDto,
  HandleDto,
  HandleTextDto,
  HoldsBumpDto,
  QueueBodyDto,
  QueueChangeDto,
  QueueDto,
} from './views.js';

/** Queues as people set them up, and what they do in them while the stream goes on. */
@ApiTags('queues')
@Controller('api/queues')
export class QueuesController extends thingsController<'queue', StoredQueue, QueueDto>({
  view: QueueDto,
  body: QueueBodyDto,
  change: QueueChangeDto,
}) {
  constructor(
    readonly things: QueuesService,
    private readonly acting: QueueActing,
    private readonly bumps: Bumps,
    private readonly viewers: ViewersService,
    private readonly database: Database,
    private readonly world: ChannelWorld,
  ) {
    super();
  }

  @Get()
  @ApiOkResponse({ type: [QueueDto] })
  list(): QueueDto[] {
    return this.things.all().map((queue) => this.view(queue));
  }

  /** Who plays, who is called and who waits, in every queue. */
  @Get('standing')
  @ApiOkResponse({ type: QueuesStandingDto })
  async standing(): Promise<QueuesStandingDto> {
    const world = this.world.now();
    const roles = await this.rolesOf(world.queue.all());
    const current = currentQueue(world)?.id;
    const at = Date.now();
    return {
      at: new Date(at).toISOString(),
      queues: world.queue.all().map((queue) =>
        standingOf(world, queue, {
          current: queue.id === current,
          at,
          roleOf: (viewer) => roles.get(viewer) ?? 'viewer',
        }),
      ),
      bumps: this.bumps.all().map(({ viewer, name, at: given }) => ({
        viewer,
        name,
        at: new Date(given).toISOString(),
      })),
    };
  }

  /** The strongest role of everyone in a queue; of those not met lately as they were last. */
  private async rolesOf(queues: readonly Queue[]): Promise<ReadonlyMap<string, Role>> {
    const ids = new Set(queues.flatMap(({ entries }) => [...entries.values()].map(({ viewer }) => viewer)));
    const roles = new Map<string, Role>();
    const unknown: string[] = [];
    for (const id of ids) {
      const known = this.viewers.known(id);
      if (known === undefined) unknown.push(id);
      else roles.set(id, known.role);
    }
    if (unknown.length === 0) return roles;
    const rows = await this.database.read.query<{ id: string; role: Role }[]>(
      'SELECT id, role FROM viewers WHERE id IN (SELECT value FROM json_each(?))',
      [JSON.stringify(unknown)],
    );
    for (const { id, role } of rows) roles.set(id, role);
    return roles;
  }

  @Post(':id/acts')
  @HttpCode(200)
  @ApiOkResponse({ type: ActDoneDto })
  @ApiConflictResponse({ type: ProblemView })
  async act(
    @Param('id') id: string,
    @Body() { does, entry, viewer, before }: ActDto,
    @By() actor: Actor,
  ): Promise<ActDoneDto> {
    return { undo: (await this.acting.act(id, { does, entry, viewer, before }, actor)) ?? null };
  }

  /** Takes one act back, once. */
  @Post('acts/:undo/undo')
  @HttpCode(204)
  @ApiNoContentResponse()
  @ApiConflictResponse({ type: ProblemView })
  undo(@Param('undo') undo: string, @By() actor: Actor): Promise<void> {
    return this.acting.undo(undo, actor);
  }

  @Put('bumps/:viewer')
  @HttpCode(204)
  @ApiNoContentResponse()
  @ApiConflictResponse({ type: ProblemView })
  bump(@Param('viewer') viewer: string, @Body() { holds }: HoldsBumpDto, @By() actor: Actor): Promise<void> {
    return this.acting.bump(viewer, holds, actor);
  }

  view(queue: StoredQueue): QueueDto {
    const { id, version, changedAt } = queue;
    return {
      ...(this.things.bodyOf(queue) as unknown as QueueDto),
      id,
      version,
      changedAt: new Date(changedAt).toISOString(),
    };
  }
}

/** What names in games are called and look like. */
@ApiTags('handles')
@Controller('api/handles')
export class HandlesController extends thingsController<'handle', StoredHandle, HandleDto>({
  view: HandleDto,
  body: HandleBodyDto,
  change: HandleChangeDto,
}) {
  constructor(
    readonly things: HandlesService,
    private readonly acting: QueueActing,
  ) {
    super();
  }

  @Get()
  @ApiOkResponse({ type: [HandleDto] })
  list(): HandleDto[] {
    return this.things.all().map((handle) => this.view(handle));
  }

  /** Sets what a viewer is called in a game, or forgets it. */
  @Put(':id/viewers/:viewer')
  @HttpCode(204)
  @ApiNoContentResponse()
  @ApiConflictResponse({ type: ProblemView })
  setOf(
    @Param('id') id: string,
    @Param('viewer') viewer: string,
    @Body() { text }: HandleTextDto,
    @By() actor: Actor,
  ): Promise<void> {
    return this.acting.setHandle(viewer, id, text, actor);
  }

  view(handle: StoredHandle): HandleDto {
    const { id, version, changedAt } = handle;
    return { ...this.things.bodyOf(handle), id, version, changedAt: new Date(changedAt).toISOString() };
  }
}

import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiCreatedResponse,
  ApiNoContentResponse,
  ApiOkResponse,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { routineBody } from '@gully/core/routines';
import { Database } from '../database/index.js';
import { ProblemView } from '../problem/index.js';
import { NamedRoutinesService } from './named.service.js';
import { NamedRoutinesStore, type StoredRoutine } from './named.store.js';
import { NamedRoutineBodyDto, NamedRoutineChangeDto, NamedRoutineDto, RoutineVersionDto } from './views.js';

@ApiTags('routines')
@Controller('api/routines')
export class NamedRoutinesController {
  constructor(
    private readonly routines: NamedRoutinesService,
    private readonly store: NamedRoutinesStore,
    private readonly database: Database,
  ) {}

  @Get()
  @ApiOkResponse({ type: [NamedRoutineDto] })
  async list(): Promise<NamedRoutineDto[]> {
    const rows = await this.database.read.query<{ owner: string; at: number }[]>(
      'SELECT owner, max(at) AS at FROM run_log WHERE owner IN (SELECT id FROM named_routines) GROUP BY owner',
    );
    const last = new Map(rows.map(({ owner, at }) => [owner, at]));
    return this.store.all().map((routine) => this.view(routine, last.get(routine.id)));
  }

  @Post()
  @ApiCreatedResponse({ type: NamedRoutineDto })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  async create(@Body() body: NamedRoutineBodyDto): Promise<NamedRoutineDto> {
    return this.view(await this.routines.create(body));
  }

  @Put(':id')
  @ApiOkResponse({ type: NamedRoutineDto })
  @ApiConflictResponse({ type: ProblemView })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  async change(
    @Param('id') id: string,
    @Body() { version, ...body }: NamedRoutineChangeDto,
  ): Promise<NamedRoutineDto> {
    return this.view(await this.routines.change(id, body, version));
  }

  @Post(':id/step-back')
  @HttpCode(200)
  @ApiOkResponse({ type: NamedRoutineDto })
  @ApiConflictResponse({ type: ProblemView })
  async stepBack(@Param('id') id: string, @Body() { version }: RoutineVersionDto): Promise<NamedRoutineDto> {
    return this.view(await this.routines.stepBack(id, version));
  }

  @Delete(':id')
  @HttpCode(204)
  @ApiNoContentResponse()
  remove(@Param('id') id: string): Promise<void> {
    return this.routines.remove(id);
  }

  @Post(':id/restore')
  @HttpCode(200)
  @ApiOkResponse({ type: NamedRoutineDto })
  async restore(@Param('id') id: string): Promise<NamedRoutineDto> {
    return this.view(await this.routines.restore(id));
  }

  private view(routine: StoredRoutine, last?: number): NamedRoutineDto {
    const { id, version, changedAt } = routine;
    return {
      ...(routineBody(routine) as unknown as NamedRoutineDto),
      id,
      version,
      changedAt: new Date(changedAt).toISOString(),
      lastRun: last === undefined ? null : new Date(last).toISOString(),
      fault: this.store.preparedOf(id)?.fault ?? null,
    };
  }
}

import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { routineBody } from '@gully/core/routines';
import { Database } from '../database/index.js';
import { thingsController } from '../things/index.js';
import { NamedRoutinesService } from './named.service.js';
import { NamedRoutinesStore, type StoredRoutine } from './named.store.js';
import { NamedRoutineBodyDto, NamedRoutineChangeDto, NamedRoutineDto } from './views.js';

@ApiTags('routines')
@Controller('api/routines')
export class NamedRoutinesController extends thingsController<'routine', StoredRoutine, NamedRoutineDto>({
  view: NamedRoutineDto,
  body: NamedRoutineBodyDto,
  change: NamedRoutineChangeDto,
}) {
  constructor(
    readonly things: NamedRoutinesService,
    private readonly store: NamedRoutinesStore,
    private readonly database: Database,
  ) {
    super();
  }

  @Get()
  @ApiOkResponse({ type: [NamedRoutineDto] })
  async list(): Promise<NamedRoutineDto[]> {
    const rows = await this.database.read.query<{ owner: string; at: number }[]>(
      'SELECT owner, max(at) AS at FROM run_log WHERE owner IN (SELECT id FROM named_routines) GROUP BY owner',
    );
    const last = new Map(rows.map(({ owner, at }) => [owner, at]));
    return this.store.all().map((routine) => this.view(routine, last.get(routine.id)));
  }

  view(routine: StoredRoutine, last?: number): NamedRoutineDto {
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

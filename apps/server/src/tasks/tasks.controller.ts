import { Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import {
  ApiNoContentResponse,
  ApiNotFoundResponse,
  ApiOkResponse,
  ApiProperty,
  ApiTags,
} from '@nestjs/swagger';
import type { TaskView } from '@gully/core/news';
import { Problem, ProblemView } from '../problem/index.js';
import { Tasks } from './tasks.js';

class TaskDto implements TaskView {
  @ApiProperty() id!: string;
  @ApiProperty() name!: string;
  @ApiProperty({ description: 'what it is doing now; empty before it begins' }) doing!: string;
  @ApiProperty() done!: number;
  @ApiProperty({ description: '0 where it is not known how much there is to do' }) total!: number;
}

/** What takes more than a moment: how far it is, and how to cancel it. */
@ApiTags('tasks')
@Controller('api/tasks')
export class TasksController {
  constructor(private readonly tasks: Tasks) {}

  @Get()
  @ApiOkResponse({ type: [TaskDto] })
  all(): TaskDto[] {
    return this.tasks.all();
  }

  /** Asks it to end early. The request that began it answers with what was kept. */
  @Post(':id/cancel')
  @HttpCode(204)
  @ApiNoContentResponse()
  @ApiNotFoundResponse({ type: ProblemView })
  cancel(@Param('id') id: string): void {
    const task = this.tasks.find(id);
    if (task === undefined) throw new Problem(404, 'There is no such task', 'It is done already.');
    task.cancel();
  }
}

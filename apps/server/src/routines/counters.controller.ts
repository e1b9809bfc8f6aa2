import { Body, Controller, Delete, Get, HttpCode, Param, Put } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import { COUNTER_LIMIT, wordFault } from '@gully/core/routines';
import { IsInt, Max, Min } from 'class-validator';
import { Database } from '../database/index.js';
import { CounterRow } from './rows.js';
import { JobQueue } from '../jobs/index.js';
import { Problem } from '../problem/index.js';
import { CountersStore } from './counters.store.js';

class CounterDto {
  @ApiProperty() name!: string;
  @ApiProperty() value!: number;
  @ApiProperty({ description: 'the highest it has been' }) most!: number;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
}
class CounterBodyDto {
  @ApiProperty({ minimum: -COUNTER_LIMIT, maximum: COUNTER_LIMIT })
  @IsInt({ message: 'A counter is a whole number' })
  @Min(-COUNTER_LIMIT)
  @Max(COUNTER_LIMIT)
  value!: number;
}

@ApiTags('counters')
@Controller('api/counters')
export class CountersController {
  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly store: CountersStore,
  ) {}

  @Get()
  @ApiOkResponse({ type: [CounterDto] })
  async list(): Promise<CounterDto[]> {
    const rows = await this.database.read.find(CounterRow, { order: { name: 'ASC' } });
    return rows.map(({ changedAt, ...row }) => ({ ...row, changedAt: new Date(changedAt).toISOString() }));
  }

  /** Sets a counter, making it if there is none of the name. */
  @Put(':name')
  @HttpCode(204)
  @ApiNoContentResponse()
  async set(@Param('name') name: string, @Body() { value }: CounterBodyDto): Promise<void> {
    const fault = wordFault(name, 'counter');
    if (fault !== undefined)
      throw new Problem(422, 'The counter is not set', `${fault}.`, { fields: { name: fault } });
    // Alone, so that what chat counts meanwhile comes before or after it, in memory as on disk.
    await this.queue.alone(() => this.store.set(name, value));
  }

  @Delete(':name')
  @HttpCode(204)
  @ApiNoContentResponse()
  async remove(@Param('name') name: string): Promise<void> {
    await this.queue.alone(() => this.store.remove(name));
  }
}

import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import { Outputs } from './outputs.js';

class OutputDto {
  @ApiProperty() name!: string;
  @ApiProperty({ description: 'where streaming software finds it' }) path!: string;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
}

@ApiTags('outputs')
@Controller('api/outputs')
export class OutputsController {
  constructor(private readonly outputs: Outputs) {}

  @Get()
  @ApiOkResponse({ type: [OutputDto] })
  async all(): Promise<OutputDto[]> {
    return (await this.outputs.all()).map((file) => ({
      ...file,
      changedAt: new Date(file.changedAt).toISOString(),
    }));
  }
}

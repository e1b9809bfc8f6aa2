import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import type { StreamView } from '@gully/core/news';
import { StreamService } from './stream.service.js';

class StreamDto implements StreamView {
  @ApiProperty() live!: boolean;
  @ApiProperty({ type: String, nullable: true, format: 'date-time' }) liveSince!: string | null;
  @ApiProperty() title!: string;
  @ApiProperty() category!: string;
  @ApiProperty() viewers!: number;
  @ApiProperty({ description: 'false where no platform tells' }) known!: boolean;
}

@ApiTags('stream')
@Controller('api/stream')
export class StreamController {
  constructor(private readonly stream: StreamService) {}

  @Get()
  @ApiOkResponse({ type: StreamDto })
  state(): StreamDto {
    return this.stream.view();
  }
}

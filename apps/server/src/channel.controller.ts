import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import { PREFIX } from '@gully/core/commands';
import { ConnectionService } from './chat/index.js';
import { Environment } from './configuration/index.js';
import { channelName } from './pipeline/index.js';
import { StandinService } from './standin/index.js';

class ChannelDto {
  @ApiProperty() name!: string;
  @ApiProperty() botName!: string;
  @ApiProperty() prefix!: string;
  @ApiProperty({ description: 'true when a simulated platform stands in for a real one' }) standin!: boolean;
}

class HealthDto {
  @ApiProperty() ok!: boolean;
}

@ApiTags('channel')
@Controller('api')
export class ChannelController {
  constructor(
    private readonly environment: Environment,
    private readonly connection: ConnectionService,
    private readonly standin: StandinService,
  ) {}

  @Get('channel')
  @ApiOkResponse({ type: ChannelDto })
  channel(): ChannelDto {
    return {
      name: channelName(this.environment),
      botName: this.connection.view().nick,
      prefix: PREFIX,
      standin: this.standin.available,
    };
  }

  @Get('health')
  @ApiOkResponse({ type: HealthDto })
  health(): HealthDto {
    return { ok: true };
  }
}

import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import { SettingsService } from './settings/index.js';
import { CONNECTION, ConnectionService } from './chat/index.js';
import { channelName, Environment } from './configuration/index.js';
import { StandinService } from './standin/index.js';

class ChannelDto {
  @ApiProperty() name!: string;
  @ApiProperty() botName!: string;
  @ApiProperty() prefix!: string;
  @ApiProperty({ description: 'IANA name of the time zone hours are told in' }) timeZone!: string;
  @ApiProperty({ type: [String], description: 'names of the connections chat comes by' })
  connections!: string[];
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
    private readonly settings: SettingsService,
  ) {}

  @Get('channel')
  @ApiOkResponse({ type: ChannelDto })
  channel(): ChannelDto {
    return {
      name: channelName(this.environment),
      botName: this.connection.view().nick,
      prefix: this.settings.get('prefix').value,
      timeZone: this.environment.GULLY_TIME_ZONE,
      connections: [CONNECTION],
      standin: this.standin.available,
    };
  }

  @Get('health')
  @ApiOkResponse({ type: HealthDto })
  health(): HealthDto {
    return { ok: true };
  }
}

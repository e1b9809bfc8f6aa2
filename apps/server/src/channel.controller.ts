import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import { PREFIX, SettingsService } from './settings/index.js';
import { CONNECTION, ConnectionService } from './chat/index.js';
import { Environment } from './configuration/index.js';
import { ConnectionSettings } from './connection/index.js';
import { Database, refusalInWords } from './database/index.js';
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
  @ApiProperty({
    description: 'false while what happens cannot be written, and when the database is damaged',
  })
  ok!: boolean;
  @ApiProperty({ description: 'what is wrong and what to do; empty when nothing is' }) words!: string;
  @ApiProperty({ type: String, format: 'date-time', nullable: true, description: 'since when' })
  since!: string | null;
}

@ApiTags('channel')
@Controller('api')
export class ChannelController {
  constructor(
    private readonly environment: Environment,
    private readonly connectionSettings: ConnectionSettings,
    private readonly database: Database,
    private readonly connection: ConnectionService,
    private readonly standin: StandinService,
    private readonly settings: SettingsService,
  ) {}

  @Get('channel')
  @ApiOkResponse({ type: ChannelDto })
  channel(): ChannelDto {
    return {
      name: this.connectionSettings.channelName,
      botName: this.connection.nick,
      prefix: this.settings.get(PREFIX).value,
      timeZone: this.environment.GULLY_TIME_ZONE,
      connections: [CONNECTION],
      standin: this.standin.available,
    };
  }

  @Get('health')
  @ApiOkResponse({ type: HealthDto })
  health(): HealthDto {
    const { failing, since, code, damage } = this.database.health;
    return {
      ok: !failing && damage === '',
      words: failing ? writingWords(code) : damage === '' ? '' : damageWords(damage),
      since: since === undefined ? null : new Date(since).toISOString(),
    };
  }
}

/** Why nothing can be written, for a person. */
function writingWords(code: string): string {
  const kept = 'What was answered before is kept; chat is heard, and nothing new is stored.';
  const known = refusalInWords(code);
  if (known === undefined) return `The disk cannot be written to (${code}). ${kept}`;
  return `${known.what}. ${kept} ${known.todo}; it goes on by itself.`;
}

function damageWords(damage: string): string {
  return (
    `The database is damaged (${damage}). Gully goes on with what can be read. ` +
    `Stop it, keep a copy of the data folder as it is, and put a copy from before in its place.`
  );
}

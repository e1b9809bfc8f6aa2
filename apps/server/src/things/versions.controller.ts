import { Controller, Get, Param } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import { THING_KINDS } from '@gully/core/things';
import { Problem } from '../problem/index.js';
import { AllThings } from './all-things.js';

class ThingVersionDto {
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty({ description: 'who saved it, in words', example: 'the streamer' }) by!: string;
  @ApiProperty({ type: 'object', additionalProperties: true, description: 'what a person wrote' })
  body!: object;
}

/** What a thing was, version by version. */
@ApiTags('things')
@Controller('api/versions')
export class VersionsController {
  constructor(private readonly things: AllThings) {}

  @Get(':kind/:id')
  @ApiOkResponse({ type: [ThingVersionDto], description: 'the newest first' })
  async versionsOf(@Param('kind') kind: string, @Param('id') id: string): Promise<ThingVersionDto[]> {
    const known = THING_KINDS.find((each) => each === kind);
    if (known === undefined)
      throw new Problem(404, 'There is no such kind of thing', `There are ${THING_KINDS.join(', ')}.`);
    const versions = await this.things.of(known).versionsOf(id);
    return versions.map(({ version, changedAt, by, body }) => ({
      version,
      at: new Date(changedAt).toISOString(),
      by,
      body,
    }));
  }
}

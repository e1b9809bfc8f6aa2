import { Controller, Get, Param } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import { THING_KINDS, type ReferenceKind } from '@gully/core/things';
import { Problem } from '../problem/index.js';
import { References, type User } from './references.js';

const KINDS: readonly ReferenceKind[] = [...THING_KINDS, 'webhook'];

class UserDto implements User {
  @ApiProperty({ enum: KINDS, enumName: 'ReferenceKind' }) kind!: ReferenceKind;
  @ApiProperty() id!: string;
  @ApiProperty() name!: string;
}

/** What uses a thing, to be seen before it is deleted. */
@ApiTags('things')
@Controller('api/users-of')
export class ReferencesController {
  constructor(private readonly references: References) {}

  @Get(':kind/:id')
  @ApiOkResponse({ type: [UserDto] })
  usersOf(@Param('kind') kind: string, @Param('id') id: string): UserDto[] {
    const to = KINDS.find((each) => each === kind);
    if (to === undefined)
      throw new Problem(404, 'There is no such kind of thing', `There are ${KINDS.join(', ')}.`);
    return this.references.usersOf({ to, id });
  }
}

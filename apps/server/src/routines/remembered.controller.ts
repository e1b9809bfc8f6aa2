import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import { MemoryStore } from './memory.store.js';

class RememberedNamesDto {
  @ApiProperty({ type: [String] }) names!: string[];
}

/** The words something is remembered by, for offering them while editing. */
@ApiTags('routines')
@Controller('api/remembered')
export class RememberedController {
  constructor(private readonly store: MemoryStore) {}

  @Get()
  @ApiOkResponse({ type: RememberedNamesDto })
  names(): RememberedNamesDto {
    return { names: [...this.store.usedNames()] };
  }
}

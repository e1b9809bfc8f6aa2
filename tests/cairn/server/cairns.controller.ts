import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { thingsController } from '../things/index.js';
import { CairnsService, type StoredCairn } from './cairns.service.js';
import { CairnBodyDto, CairnChangeDto, CairnDto } from './views.js';

@ApiTags('cairns')
@Controller('api/cairns')
export class CairnsController extends thingsController<'cairn', StoredCairn, CairnDto>({
  view: CairnDto,
  body: CairnBodyDto,
  change: CairnChangeDto,
}) {
  constructor(readonly things: CairnsService) {
    super();
  }

  @Get()
  @ApiOkResponse({ type: [CairnDto] })
  list(): CairnDto[] {
    return this.things.all().map((cairn) => this.view(cairn));
  }

  view(cairn: StoredCairn): CairnDto {
    const { id, version, changedAt } = cairn;
    return {
      ...this.things.bodyOf(cairn),
      id,
      version,
      changedAt: new Date(changedAt).toISOString(),
      stones: this.things.stonesOn(id),
    };
  }
}

import { Controller, Get, Header, Param, Query, Req } from '@nestjs/common';
import { ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import { Problem } from '../problem/index.js';
import { Attempts } from '../security/index.js';
import { thingsController } from '../things/index.js';
import { OutputKeys } from './output-keys.js';
import { OutputTextsService, type StoredOutput } from './output-texts.service.js';
import { Outputs } from './outputs.js';
import { OutputAddressDto, OutputBodyDto, OutputChangeDto, OutputDto, OutputFileDto } from './views.js';

/** Text files for streaming software: texts that are kept up to date, and all files there are. */
@ApiTags('outputs')
@Controller('api/outputs')
export class OutputsController extends thingsController<'output', StoredOutput, OutputDto>({
  view: OutputDto,
  body: OutputBodyDto,
  change: OutputChangeDto,
}) {
  constructor(
    readonly things: OutputTextsService,
    private readonly outputs: Outputs,
    private readonly keys: OutputKeys,
  ) {
    super();
  }

  @Get()
  @ApiOkResponse({ type: [OutputDto] })
  list(): OutputDto[] {
    return this.things.all().map((output) => this.view(output));
  }

  /** All files there are, whatever writes them, with what they hold now. */
  @Get('files')
  @ApiOkResponse({ type: [OutputFileDto] })
  async files(): Promise<OutputFileDto[]> {
    return (await this.outputs.all()).map((file) => ({
      ...file,
      changedAt: new Date(file.changedAt).toISOString(),
    }));
  }

  @Get('files/:name/address')
  @ApiOkResponse({ type: OutputAddressDto })
  async address(@Param('name') name: string): Promise<OutputAddressDto> {
    if ((await this.outputs.read(name)) === undefined)
      throw new Problem(404, 'There is no such file', 'It was deleted, or was never written.');
    return { path: `/output/${encodeURIComponent(name)}.txt?key=${await this.keys.keyOf(name)}` };
  }

  view(output: StoredOutput): OutputDto {
    const { id, version, changedAt } = output;
    return { ...this.things.bodyOf(output), id, version, changedAt: new Date(changedAt).toISOString() };
  }
}

/** What a file holds, for programs that read it over HTTP instead. */
@ApiTags('outputs')
@Controller('output')
export class OutputFilesController {
  private readonly attempts = new Attempts();

  constructor(
    private readonly outputs: Outputs,
    private readonly keys: OutputKeys,
  ) {}

  @Get(':file.txt')
  @Header('cache-control', 'no-store')
  @Header('content-type', 'text/plain; charset=utf-8')
  @ApiProduces('text/plain')
  @ApiOkResponse({ schema: { type: 'string' } })
  async text(
    @Param('file') file: string,
    @Query('key') key: string | undefined,
    @Req() request: Request,
  ): Promise<string> {
    if (!(await this.keys.opens(file, key ?? ''))) {
      if (this.attempts.failed(request.ip ?? ''))
        throw new Problem(429, 'Too many wrong keys', 'Wait a minute, then try again.');
      throw new Problem(
        404,
        'There is no such file',
        'Copy its address again in Gully, under Prepare, Outputs.',
      );
    }
    return (await this.outputs.read(file)) ?? '';
  }
}

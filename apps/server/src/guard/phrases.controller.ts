import { Body, Controller, Get, Header, HttpCode, Param, Post } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { entriesAsText } from '@gully/core/guard';
import { Problem } from '../problem/index.js';
import { thingsController } from '../things/index.js';
import { GuardSettingsService } from './guard-settings.js';
import { phrasesAsCsv, readPhrases } from './phrase-files.js';
import { PhraseGroupsService } from './phrase-groups.service.js';
import type { StoredGroup } from './phrase-groups.store.js';
import {
  PhraseFileDto,
  PhraseGroupBodyDto,
  PhraseGroupChangeDto,
  PhraseGroupDto,
  PhrasesReadDto,
  WordListDto,
} from './phrase-views.js';
import { WordLists } from './word-lists.js';

/** Groups of blocked phrases, and the ready-made lists. */
@ApiTags('guard')
@Controller('api/phrase-groups')
export class PhrasesController extends thingsController<'phrase-group', StoredGroup, PhraseGroupDto>({
  view: PhraseGroupDto,
  body: PhraseGroupBodyDto,
  change: PhraseGroupChangeDto,
}) {
  constructor(
    readonly things: PhraseGroupsService,
    private readonly lists: WordLists,
    private readonly settings: GuardSettingsService,
  ) {
    super();
  }

  @Get()
  @ApiOkResponse({ type: [PhraseGroupDto] })
  all(): PhraseGroupDto[] {
    return this.things.all().map((group) => this.view(group));
  }

  /** The ready-made lists, with the number of their words alone. */
  @Get('word-lists')
  @ApiOkResponse({ type: [WordListDto] })
  wordLists(): WordListDto[] {
    const known = this.lists.all();
    const on = Object.entries(this.settings.now().value.wordLists);
    const missing = on.filter(([code, { enabled }]) => enabled && !known.some((each) => each.code === code));
    return [
      ...known.map((each) => ({ ...each, missing: false })),
      ...missing.map(([code]) => ({ code, title: code, count: 0, missing: true })),
    ];
  }

  /** The words of one, for whoever wants to see them. */
  @Get('word-lists/:code')
  @ApiOkResponse({ type: [String] })
  words(@Param('code') code: string): string[] {
    const words = this.lists.wordsOf(code);
    if (words === undefined) throw new Problem(404, 'There is no such list', 'Its package is not installed.');
    return [...words];
  }

  /** Reads phrases from text or CSV; nothing is changed. */
  @Post('read')
  @HttpCode(200)
  @ApiOkResponse({ type: PhrasesReadDto })
  read(@Body() { format, text }: PhraseFileDto): PhrasesReadDto {
    return readPhrases(format, text);
  }

  @Get(':id/text')
  @Header('content-type', 'text/plain; charset=utf-8')
  @ApiOkResponse({ content: { 'text/plain': { schema: { type: 'string' } } } })
  text(@Param('id') id: string): string {
    return entriesAsText(this.things.require(id).entries);
  }

  @Get(':id/csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  @ApiOkResponse({ content: { 'text/csv': { schema: { type: 'string' } } } })
  csv(@Param('id') id: string): string {
    return phrasesAsCsv(this.things.require(id).entries);
  }

  view({ id, version, changedAt, deletedAt: _, entries, ...group }: StoredGroup): PhraseGroupDto {
    return { ...group, id, version, changedAt: new Date(changedAt).toISOString(), entries: [...entries] };
  }
}

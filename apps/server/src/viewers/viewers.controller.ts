import { Body, Controller, Delete, Get, HttpCode, Param, Patch, Post, Query } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { LineDto, ChatLog, PageQuery } from '../chat/index.js';
import { Database } from '../database/index.js';
import { WhileAwaited } from '../problem/index.js';
import { Doubles } from './doubles.js';
import { Erasing } from './erasing.js';
import { ViewerChanges } from './viewer-changes.js';
import { ViewersPage } from './viewers-page.js';
import { ViewersService } from './viewers.service.js';
import {
  DoublesDto,
  MarksDto,
  MergeBodyDto,
  MergeDto,
  NoteBodyDto,
  NoteDto,
  viewOf,
  ViewerPageDto,
  ViewersPageDto,
  ViewersQuery,
} from './views.js';

@ApiTags('viewers')
@Controller('api/viewers')
export class ViewersController {
  constructor(
    private readonly pages: ViewersPage,
    private readonly viewers: ViewersService,
    private readonly changes: ViewerChanges,
    private readonly erasing: Erasing,
    private readonly doublesOf: Doubles,
    private readonly chatLog: ChatLog,
    private readonly database: Database,
  ) {}

  @Get()
  @ApiOkResponse({ type: ViewersPageDto })
  async list(@Query() query: ViewersQuery, @WhileAwaited() signal: AbortSignal): Promise<ViewersPageDto> {
    const { search, role, mark, sort, order, limit, offset } = query;
    const wanted = { search: search.trim(), role, mark, sort, descending: order === 'down', limit, offset };
    const { viewers, total, more } = await this.pages.page(wanted, { signal });
    return { total, more, viewers: viewers.map(viewOf) };
  }

  /** Viewers of one name who may be one person, by name. */
  @Get('doubles')
  @ApiOkResponse({ type: DoublesDto })
  async doubles(@WhileAwaited() signal: AbortSignal): Promise<DoublesDto> {
    await this.viewers.counted();
    const groups = await this.doublesOf.find({ signal });
    return { names: groups.map((viewers) => ({ viewers: viewers.map(viewOf) })) };
  }

  @Get(':id')
  @ApiOkResponse({ type: ViewerPageDto })
  async one(@Param('id') id: string): Promise<ViewerPageDto> {
    await this.viewers.counted();
    const row = await this.changes.require(id);
    const notes = await this.changes.notes(await this.changes.allIds(id));
    const merges = await this.changes.mergesInto(id);
    const names = await this.changes.namesOf(merges.map(({ loserId }) => loserId));
    const used = await this.database.read.query<
      { commandId: string; name: string; uses: number; lastUse: number }[]
    >(
      `SELECT command_id AS commandId, c.name, u.uses, u.last_use AS lastUse
       FROM command_viewer_uses u JOIN commands c ON c.id = u.command_id
       WHERE u.viewer_id = ? ORDER BY u.uses DESC, c.name LIMIT 50`,
      [id],
    );
    return {
      viewer: viewOf(row),
      notes: notes.map(({ id: noteId, at, text }) => ({ id: noteId, at: new Date(at).toISOString(), text })),
      merges: merges.map(({ id: mergeId, at, loserId }) => ({
        id: mergeId,
        at: new Date(at).toISOString(),
        name: names.get(loserId) ?? '',
      })),
      used: used.map((each) => ({ ...each, lastUse: new Date(each.lastUse).toISOString() })),
    };
  }

  /** Messages, newest first. */
  @Get(':id/lines')
  @ApiOkResponse({ type: [LineDto] })
  async lines(
    @Param('id') id: string,
    @Query() { before, limit }: PageQuery,
    @WhileAwaited() signal: AbortSignal,
  ): Promise<LineDto[]> {
    return this.chatLog.linesOf(await this.changes.allIds(id), before, limit, { signal });
  }

  @Patch(':id')
  @HttpCode(204)
  @ApiNoContentResponse()
  mark(@Param('id') id: string, @Body() marks: MarksDto): Promise<void> {
    return this.changes.mark(id, marks);
  }

  @Post(':id/notes')
  @ApiCreatedResponse({ type: NoteDto })
  async addNote(@Param('id') id: string, @Body() { text }: NoteBodyDto): Promise<NoteDto> {
    const note = await this.changes.addNote(id, text);
    return { id: note.id, at: new Date(note.at).toISOString(), text: note.text };
  }

  @Delete(':id/notes/:note')
  @HttpCode(204)
  @ApiNoContentResponse()
  removeNote(@Param('id') id: string, @Param('note') note: string): Promise<void> {
    return this.changes.setNoteDeleted(id, note, true);
  }

  @Post(':id/notes/:note/restore')
  @HttpCode(204)
  @ApiNoContentResponse()
  restoreNote(@Param('id') id: string, @Param('note') note: string): Promise<void> {
    return this.changes.setNoteDeleted(id, note, false);
  }

  @Post(':id/merge')
  @HttpCode(200)
  @ApiOkResponse({ type: MergeDto })
  async merge(@Param('id') id: string, @Body() { from }: MergeBodyDto): Promise<MergeDto> {
    const merge = await this.changes.merge(id, from);
    const names = await this.changes.namesOf([from]);
    return { id: merge.id, at: new Date(merge.at).toISOString(), name: names.get(from) ?? '' };
  }

  @Post('merges/:merge/undo')
  @HttpCode(204)
  @ApiNoContentResponse()
  undoMerge(@Param('merge') merge: string): Promise<void> {
    return this.changes.undoMerge(merge);
  }

  /** Names and texts go for good; counts without a name stay. */
  @Post(':id/erase')
  @HttpCode(204)
  @ApiNoContentResponse()
  erase(@Param('id') id: string): Promise<void> {
    return this.erasing.erase(id);
  }
}

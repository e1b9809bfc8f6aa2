import { Controller, Get, Headers, Param, Post, Query, Req, Res } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiCreatedResponse,
  ApiOkResponse,
  ApiProduces,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import { MEDIA_BYTES } from '@gully/core/media';
import type { Request, Response } from 'express';
import { Problem, ProblemView } from '../problem/index.js';
import { By } from '../security/index.js';
import { thingsController } from '../things/index.js';
import { MediaFiles } from './media-files.js';
import { MediaService, type StoredMedia } from './media.service.js';
import { MediaBodyDto, MediaChangeDto, MediaDto } from './views.js';

/** The most bytes anything may have. */
const MOST = Math.max(...Object.values(MEDIA_BYTES));

/** Where a file's content is found; overlays load it too, so it is among their addresses. */
export const urlOfFile = (file: string): string => `/overlay/media/${file}`;

/** The library of pictures, videos and sounds. */
@ApiTags('media')
@Controller('api/media')
export class MediaController extends thingsController<'media', StoredMedia, MediaDto>({
  view: MediaDto,
  body: MediaBodyDto,
  change: MediaChangeDto,
}) {
  constructor(
    readonly things: MediaService,
    private readonly files: MediaFiles,
  ) {
    super();
  }

  @Get()
  @ApiOkResponse({ type: [MediaDto] })
  async list(): Promise<MediaDto[]> {
    return Promise.all(
      this.things.all().map(async (media) => ({
        ...this.view(media),
        missing: !(await this.files.isWhole(media.file, media.bytes)),
      })),
    );
  }

  /** Takes the bytes of one file into the library, as the body of the request. */
  @Post('upload')
  @ApiCreatedResponse({ type: MediaDto })
  @ApiConflictResponse({ type: ProblemView })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  async upload(
    @Req() request: Request,
    @Query('name') name: string | undefined,
    @Headers('content-length') length: string | undefined,
    @By() actor: Actor,
  ): Promise<MediaDto> {
    if (Number(length ?? 0) > MOST) throw tooLarge();
    return this.view(await this.things.upload(partsOf(request), name ?? '', actor));
  }

  view(media: StoredMedia): MediaDto {
    const { id, version, changedAt, file } = media;
    return {
      ...this.things.bodyOf(media),
      id,
      version,
      changedAt: new Date(changedAt).toISOString(),
      shipped: this.things.isGiven(id),
      url: urlOfFile(file),
      missing: false,
    };
  }
}

/** The content of media, for overlays and the control room alike. */
@ApiTags('media')
@Controller('overlay/media')
export class MediaFilesController {
  constructor(private readonly files: MediaFiles) {}

  @Get(':file')
  @ApiProduces('application/octet-stream')
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' } })
  content(@Param('file') file: string, @Res() response: Response): void {
    const path = this.files.pathOf(file);
    if (path === undefined)
      throw new Problem(
        404,
        'The file is gone',
        'Its content was deleted. Upload it again in Prepare › Media.',
      );
    // Its name is that of its content, so it never changes; and whatever it is, it runs nothing.
    response.sendFile(path, {
      dotfiles: 'allow',
      immutable: true,
      maxAge: '1y',
      headers: {
        'content-security-policy': "default-src 'none'; sandbox",
        'x-content-type-options': 'nosniff',
      },
    });
  }
}

/** @throws Problem 413 as soon as it is more than anything may have; the rest is not read */
async function* partsOf(request: Request): AsyncGenerator<Buffer> {
  let size = 0;
  for await (const part of request as AsyncIterable<Buffer>) {
    size += part.length;
    if (size > MOST) throw tooLarge();
    yield part;
  }
}

function tooLarge(): Problem {
  return new Problem(
    413,
    'The file is too large',
    `A video may have ${String(MEDIA_BYTES.video / 1_000_000)} MB, a picture ${String(MEDIA_BYTES.picture / 1_000_000)} and a sound ${String(MEDIA_BYTES.sound / 1_000_000)}. Nothing was added to the library.`,
  );
}

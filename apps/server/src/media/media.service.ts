import { Injectable } from '@nestjs/common';
import { BLANK_MEDIA, mediaFaults, MEDIA_LIMITS, nameFrom, type MediaBody } from '@gully/core/media';
import type { Actor } from '@gully/core/actors';
import type { World } from '@gully/core/channel';
import { Problem } from '../problem/index.js';
import { bodied, ThingParts, Things, type Bodied } from '../things/index.js';
import { MediaFiles } from './media-files.js';
import { MediaRow } from './rows.js';
import { shippedMedia } from './shipped.js';
import { MediaBodyDto } from './views.js';

export type StoredMedia = Bodied<'media'>;

/** The library: what can be shown and played. Its own files are in the data folder; some come with Gully. */
@Injectable()
export class MediaService extends Things<'media', StoredMedia> {
  private readonly shipped = new Set<string>();

  constructor(
    parts: ThingParts,
    private readonly files: MediaFiles,
  ) {
    const kept = bodied('media', parts, MediaRow, BLANK_MEDIA);
    super(parts, {
      ...kept,
      most: MEDIA_LIMITS.files,
      bodyShape: MediaBodyDto,
      isGiven: (id) => this.shipped.has(id),
      // What a file is stays as it was read: only its name is a person’s to change.
      made: (body, head, before) => {
        if (before !== undefined) this.refuseShipped(before);
        const known = before === undefined ? body : { ...kept.bodyOf(before), name: body.name };
        return kept.made(known, head, before);
      },
      withDeletedAt: (media, deletedAt) => {
        this.refuseShipped(media);
        return { ...media, deletedAt };
      },
      faultsOf: (media, { others }) => {
        const faults = mediaFaults(media, others());
        // One that is made or put back has its content; of one that is renamed, it may be gone.
        if (this.find(media.id) === undefined && files.pathOf(media.file) === undefined)
          faults.file = `The content of ${media.name} is not here; upload it`;
        return faults;
      },
      inForce: withDraft,
    });
  }

  override async onModuleInit(): Promise<void> {
    await super.onModuleInit();
    const coming = shippedMedia().map((body): StoredMedia => ({
      ...body,
      version: 1,
      changedAt: 0,
      deletedAt: null,
    }));
    for (const { id } of coming) this.shipped.add(id);
    this.saving.take(coming);
  }

  /** Takes an upload into the library. @throws Problem for what cannot be used, or is there already */
  async upload(content: AsyncIterable<Uint8Array>, fileName: string, actor: Actor): Promise<StoredMedia> {
    return this.files.examine(content, async (read) => {
      const { facts } = read;
      const same = this.all().find(({ file }) => file === facts.file);
      if (same !== undefined)
        throw new Problem(
          409,
          'That file is there already',
          `It is in the library as ${same.name}. Nothing was added.`,
          { current: { id: same.id, name: same.name } },
        );
      // On disk before anything refers to it.
      await this.files.keep(read);
      const name = nameFrom(
        fileName,
        this.all().map((each) => each.name),
      );
      return this.create({ ...facts, name }, actor);
    });
  }

  private refuseShipped({ id, name }: StoredMedia): void {
    if (this.shipped.has(id))
      throw new Problem(
        409,
        'Nothing was changed',
        `${name} comes with Gully: it can be used, but not changed or deleted.`,
      );
  }
}

function withDraft(world: World, id: string, body: MediaBody): World {
  const { stages } = world;
  return { ...world, stages: { ...stages, media: (asked) => (asked === id ? body : stages.media(asked)) } };
}

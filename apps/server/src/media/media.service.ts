import { Injectable } from '@nestjs/common';
import { BLANK_MEDIA, mediaFaults, MEDIA_LIMITS, nameFrom, type MediaBody } from '@gully/core/media';
import type { Actor } from '@gully/core/actors';
import type { World } from '@gully/core/channel';
import type { Faults } from '@gully/core/routines';
import { Problem } from '../problem/index.js';
import { BodyThings, ThingParts, type Bodied } from '../things/index.js';
import { MediaFiles } from './media-files.js';
import { MediaRow } from './rows.js';
import { shippedMedia } from './shipped.js';
import { MediaBodyDto } from './views.js';

export type StoredMedia = Bodied<'media'>;

/** The library: what can be shown and played. Its own files are in the data folder; some come with Gully. */
@Injectable()
export class MediaService extends BodyThings<'media'> {
  protected readonly most = MEDIA_LIMITS.files;
  protected readonly bodyShape = MediaBodyDto;
  private readonly shipped = new Set<string>();

  constructor(
    parts: ThingParts,
    private readonly files: MediaFiles,
  ) {
    super('media', parts, MediaRow, BLANK_MEDIA);
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
    this.put(coming);
  }

  override isGiven(id: string): boolean {
    return this.shipped.has(id);
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

  inForce(world: World, id: string, body: MediaBody): World {
    const { stages } = world;
    return { ...world, stages: { ...stages, media: (asked) => (asked === id ? body : stages.media(asked)) } };
  }

  override withDeletedAt(media: StoredMedia, deletedAt: number | null): StoredMedia {
    this.refuseShipped(media);
    return super.withDeletedAt(media, deletedAt);
  }

  /** What a file is stays as it was read: only its name is a person’s to change. */
  override made(
    body: MediaBody,
    head: Parameters<BodyThings<'media'>['made']>[1],
    before?: StoredMedia,
  ): StoredMedia {
    if (before !== undefined) this.refuseShipped(before);
    const known = before === undefined ? body : { ...this.bodyOf(before), name: body.name };
    return super.made(known, head);
  }

  protected faultsOf(media: StoredMedia, together: readonly StoredMedia[]): Faults {
    const faults = mediaFaults(media, this.othersOf(media, together));
    // One that is made or put back has its content; of one that is renamed, it may be gone.
    if (this.find(media.id) === undefined && this.files.pathOf(media.file) === undefined)
      faults.file = `The content of ${media.name} is not here; upload it`;
    return faults;
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

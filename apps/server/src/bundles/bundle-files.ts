import { Injectable } from '@nestjs/common';
import type { Bundle } from '@gully/core/bundles';
import type { MediaBody } from '@gully/core/media';
import { MediaFiles } from '../media/index.js';
import { Problem } from '../problem/index.js';

/** The most bytes of media one bundle carries. */
const MOST = 40_000_000;

/** The content of media that bundles carry. */
@Injectable()
export class BundleFiles {
  constructor(private readonly files: MediaFiles) {}

  /** The content of these, in base64. @throws Problem 413 where that is more than a bundle may carry */
  async contentOf(media: readonly MediaBody[]): Promise<Record<string, string>> {
    const bytes = media.reduce((sum, each) => sum + each.bytes, 0);
    if (bytes > MOST)
      throw new Problem(
        413,
        'The bundle would be too large',
        `Its media have ${String(Math.ceil(bytes / 1_000_000))} MB, and ${String(MOST / 1_000_000)} MB are the most. Export less at once.`,
      );
    const contents: Record<string, string> = {};
    for (const { name, file } of media) {
      const content = await this.files.read(file);
      if (content === undefined)
        throw new Problem(
          409,
          'Nothing was exported',
          `The content of ${name} is gone. Upload it again, or leave it out.`,
        );
      contents[file] = content.toString('base64');
    }
    return contents;
  }

  /**
   * Takes the content of a bundle's media in, each looked at like an upload. What no thing refers to
   * in the end stays in its folder.
   *
   * @returns the bundle with what its media were found to be
   * @throws Problem 422 naming the file that cannot be used
   */
  async takeIn(bundle: Bundle): Promise<Bundle> {
    const media: MediaBody[] = [];
    for (const body of bundle.media) media.push(await this.takeOne(body, bundle.files[body.file]));
    return { ...bundle, media };
  }

  private async takeOne(body: MediaBody, content: string | undefined): Promise<MediaBody> {
    if (await this.files.isWhole(body.file, body.bytes)) return body;
    if (content === undefined)
      throw new Problem(
        422,
        'The bundle cannot be used',
        `It does not carry the content of ${body.name}. Nothing was changed.`,
      );
    try {
      return await this.files.examine([Buffer.from(content, 'base64')], async (read) => {
        await this.files.keep(read);
        return { ...read.facts, name: body.name };
      });
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      throw new Problem(error.getStatus(), 'The bundle cannot be used', `${body.name}: ${error.detail}`);
    }
  }
}

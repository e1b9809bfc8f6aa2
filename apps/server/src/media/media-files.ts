import { existsSync } from 'node:fs';
import { mkdir, open, readdir, readFile, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import { isMediaFile } from '@gully/core/media';
import { Environment } from '../configuration/index.js';
import { newId } from '../database/index.js';
import { Problem } from '../problem/index.js';
import { Decoder } from './decoder.js';
import { drawnBeside, type Examined } from './examined.js';
import { SHIPPED_FOLDER } from './shipped.js';

/** What was read of a file that can be used. */
export type ReadMedia = Extract<Examined, { readonly facts: unknown }>;

const KEPT = 'Nothing was added to the library.';

/** The content of media, each file under the name of its own content, so that one that is there is whole. */
@Injectable()
export class MediaFiles implements OnModuleInit {
  constructor(
    private readonly environment: Environment,
    private readonly decoder: Decoder,
  ) {}

  get folder(): string {
    return join(this.environment.GULLY_DATA_DIR, 'media');
  }

  /** Removes what a server that was killed had not finished reading. */
  async onModuleInit(): Promise<void> {
    const names = await readdir(this.folder).catch(() => []);
    const coming = names.filter((name) => name.startsWith('.'));
    await Promise.all(coming.map((name) => rm(join(this.folder, name), { force: true })));
  }

  /** Where a file is; undefined for a name that is none, or a file that is gone. */
  pathOf(file: string): string | undefined {
    if (!isMediaFile(file)) return undefined;
    return [this.folder, SHIPPED_FOLDER].map((folder) => join(folder, file)).find((path) => existsSync(path));
  }

  /**
   * Reads a file from outside, which is never held in memory as a whole: it is written beside the
   * library, looked at in a process of its own, and gone once `use` is through with it.
   *
   * @throws Problem 422 that says what is wrong with it, 413 where it is too large, 507 where the
   * disk takes nothing, and whatever `content` and `use` throw
   */
  async examine<T>(
    content: Iterable<Uint8Array> | AsyncIterable<Uint8Array>,
    use: (read: ReadMedia) => Promise<T>,
  ): Promise<T> {
    const path = join(this.folder, `.${newId()}`);
    try {
      await this.write(path, content);
      const examined = await this.decoder.examine(path);
      if ('facts' in examined) return await use(examined);
      const [status, title] = examined.isLarge
        ? [413, 'The file is too large']
        : [422, 'The file cannot be used'];
      throw new Problem(status, title, `${examined.refused}. ${KEPT}`);
    } finally {
      for (const each of [path, drawnBeside(path)]) await rm(each, { force: true }).catch(() => undefined);
    }
  }

  /** Keeps a file that was read; on disk, whole, when this resolves. @throws Problem 507 */
  async keep({ facts: { file }, path }: ReadMedia): Promise<void> {
    if (this.pathOf(file) !== undefined) return;
    await onDisk(async () => {
      const handle = await open(path, 'r+');
      try {
        await handle.sync();
      } finally {
        await handle.close();
      }
      await rename(path, join(this.folder, file));
    });
  }

  async read(file: string): Promise<Buffer | undefined> {
    const path = this.pathOf(file);
    return path === undefined ? undefined : readFile(path).catch(() => undefined);
  }

  /** Whether a file is there, and as long as it was. */
  async isWhole(file: string, bytes: number): Promise<boolean> {
    const path = this.pathOf(file);
    return path !== undefined && (await stat(path).catch(() => undefined))?.size === bytes;
  }

  private async write(
    path: string,
    content: Iterable<Uint8Array> | AsyncIterable<Uint8Array>,
  ): Promise<void> {
    const handle = await onDisk(async () => {
      await mkdir(this.folder, { recursive: true });
      return open(path, 'wx');
    });
    try {
      for await (const part of content) await onDisk(() => handle.writeFile(part));
    } finally {
      await handle.close();
    }
  }
}

/** @throws Problem 507 in place of whatever the disk says */
async function onDisk<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch {
    throw new Problem(
      507,
      'The file could not be kept',
      'Gully could not write it to the disk, which may be full. Nothing was added to the library.',
    );
  }
}

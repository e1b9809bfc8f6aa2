import { existsSync } from 'node:fs';
import { mkdir, open, readFile, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Injectable } from '@nestjs/common';
import { isMediaFile } from '@gully/core/media';
import { Environment } from '../configuration/index.js';
import { newId } from '../database/index.js';
import { SHIPPED_FOLDER } from './shipped.js';

/** The content of media, each file under the name of its own content, so that one that is there is whole. */
@Injectable()
export class MediaFiles {
  constructor(private readonly environment: Environment) {}

  get folder(): string {
    return join(this.environment.GULLY_DATA_DIR, 'media');
  }

  /** Where a file is; undefined for a name that is none, or a file that is gone. */
  pathOf(file: string): string | undefined {
    if (!isMediaFile(file)) return undefined;
    return [this.folder, SHIPPED_FOLDER].map((folder) => join(folder, file)).find((path) => existsSync(path));
  }

  /** Keeps a file; on disk, whole, when this resolves. */
  async put(file: string, content: Uint8Array): Promise<void> {
    if (this.pathOf(file) !== undefined) return;
    await mkdir(this.folder, { recursive: true });
    const coming = join(this.folder, `.${newId()}`);
    try {
      const handle = await open(coming, 'wx');
      try {
        await handle.writeFile(content);
        await handle.sync();
      } finally {
        await handle.close();
      }
      await rename(coming, join(this.folder, file));
    } catch (error) {
      await rm(coming, { force: true });
      throw error;
    }
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
}

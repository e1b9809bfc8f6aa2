import { mkdir, readdir, readFile, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Inject, Injectable } from '@nestjs/common';
import writeFileAtomic from 'write-file-atomic';
import { wordFault } from '@gully/core/routines';
import { Environment } from '../configuration/index.js';
import { Performers } from '../live/index.js';
import { LOG, type Log } from '../log/index.js';
import { NewsService } from '../news/index.js';

export interface OutputFile {
  readonly name: string;
  readonly path: string;
  /** what it holds now */
  readonly text: string;
  readonly changedAt: number;
}

/** Text files that streaming software reads, in a folder of their own beside the database. */
@Injectable()
export class Outputs {
  /** writes of one file run one after the other, so that the last one holds */
  private readonly last = new Map<string, Promise<unknown>>();

  constructor(
    private readonly environment: Environment,
    private readonly news: NewsService,
    performers: Performers,
    @Inject(LOG) private readonly log: Log,
  ) {
    performers.add('output', ({ file, text }) => this.write(file, text));
  }

  get folder(): string {
    return join(this.environment.GULLY_DATA_DIR, 'outputs');
  }

  /** Writes a file whole: a reader sees the old text or the new. @returns why it could not, or undefined */
  async write(name: string, text: string): Promise<string | undefined> {
    const fault = wordFault(name, 'output');
    if (fault !== undefined) return fault;
    const mine = (this.last.get(name) ?? Promise.resolve()).then(() => this.put(name, text));
    this.last.set(
      name,
      mine.catch(() => undefined),
    );
    try {
      await mine;
      return undefined;
    } catch (error) {
      this.log.warn({ error, name }, 'an output could not be written');
      return `the file could not be written: ${error instanceof Error && 'code' in error ? String(error.code) : 'it failed'}`;
    }
  }

  /** Those there are, by name. */
  async all(): Promise<OutputFile[]> {
    const names = await readdir(this.folder).catch(() => []);
    const files: OutputFile[] = [];
    for (const file of names.filter((each) => each.endsWith('.txt')).sort()) {
      const path = join(this.folder, file);
      const found = await stat(path).catch(() => undefined);
      const text = await readFile(path, 'utf8').catch(() => undefined);
      if (found !== undefined && text !== undefined)
        files.push({ name: file.slice(0, -4), path, text, changedAt: found.mtimeMs });
    }
    return files;
  }

  /** What a file holds now; undefined where there is none. */
  async read(name: string): Promise<string | undefined> {
    if (wordFault(name, 'output') !== undefined) return undefined;
    await this.last.get(name);
    return readFile(join(this.folder, `${name}.txt`), 'utf8').catch(() => undefined);
  }

  /** Takes a file away that nothing keeps any more. */
  async remove(name: string): Promise<void> {
    if (wordFault(name, 'output') !== undefined) return;
    await this.last.get(name);
    await rm(join(this.folder, `${name}.txt`), { force: true });
    this.news.publish('output', { name });
  }

  private async put(name: string, text: string): Promise<void> {
    await mkdir(this.folder, { recursive: true });
    await writeFileAtomic(join(this.folder, `${name}.txt`), text);
    this.news.publish('output', { name });
  }
}

import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import type { KeptSpan, RememberedChange } from '@gully/core/routines';
import { Not } from 'typeorm';
import { Database, type EntityManager } from '../database/index.js';
import { RememberedRow } from './rows.js';
import { ChannelWorld, Keepers, SELF } from '../live/index.js';
import { PipelineService, type Job } from '../pipeline/index.js';
import { JobQueue } from '../jobs/index.js';
import { StreamService } from '../stream/index.js';
import { ViewerWords } from './viewer-words.js';

/** How the keys of what is remembered for a stream begin. */
const STREAM_KEY = 'stream  ';

/** Something remembered, and by what; null for what is forgotten. */
type Word = Pick<RememberedChange, 'span' | 'viewer' | 'name' | 'text'>;

/** Every name that something is remembered by, each found by one look into the index. */
const NAMES = `WITH RECURSIVE names (name) AS (
    SELECT min(name) FROM remembered
    UNION ALL SELECT (SELECT min(name) FROM remembered WHERE name > names.name) FROM names WHERE name IS NOT NULL
  ) SELECT name FROM names WHERE name IS NOT NULL`;

/**
 * What is remembered: words for the stream and for good, and those of the viewers met lately, in
 * memory. Never ahead of the disk for long.
 */
@Injectable()
export class MemoryStore implements OnModuleInit {
  private readonly kept = new Map<string, string>();
  private readonly ofViewers = new ViewerWords();
  /** what anything was remembered by since it was read */
  private readonly names = new Set<string>();
  private readonly named: (() => readonly string[])[] = [];

  constructor(
    private readonly database: Database,
    private readonly pipeline: PipelineService,
    private readonly queue: JobQueue,
    private readonly stream: StreamService,
    world: ChannelWorld,
    keepers: Keepers,
  ) {
    const view = {
      recall: (span: KeptSpan, viewer: string, name: string) =>
        span === 'viewer' ? this.ofViewers.get(viewer, name) : this.kept.get(keyOf(span, viewer, name)),
      names: () => [...new Set([...this.names, ...this.named.flatMap((names) => names())])],
    };
    world.add('memory', { look: () => view, prepare: ({ viewers }) => this.load([SELF, ...viewers]) });
    keepers.add({
      kinds: ['remembered'],
      ofViewers: true,
      apply: ({ span, viewer, name, text }) => {
        this.remember(span, viewer, name, text);
      },
      write,
      reload: () => this.reload(),
    });
  }

  /** @param names by which something would be remembered; they are known before they ever were */
  alsoNamed(names: () => readonly string[]): void {
    this.named.push(names);
  }

  async onModuleInit(): Promise<void> {
    await this.reload();
    this.stream.subscribe(({ to, back }) => {
      if (to === 'live' && !back) this.pipeline.surely(this.forgettingStream());
    });
  }

  /** Has something remembered, or with null forgotten, in its turn. */
  set({ span, viewer, name, text }: Word, actor: Actor): Promise<void> {
    return this.pipeline.do({
      kind: 'memory',
      actor,
      about: viewer === '' ? [] : [viewer],
      decide: () => ({
        changes: [{ kind: 'remembered', span, viewer, name, text, by: '', at: Date.now() }],
        done: () => undefined,
      }),
    });
  }

  /** Forgets all that fits. @returns how much that was */
  forgetAll({ span, name, viewer }: Partial<Pick<Word, 'span' | 'name' | 'viewer'>>): Promise<number> {
    const given = Object.entries({ span, name, viewer }).filter(([, value]) => value !== undefined);
    const where = given.map(([column]) => `${column} = ?`).join(' AND ');
    const values = given.map(([, value]) => value);
    // Alone, so that what chat has remembered meanwhile comes before or after it.
    return this.queue.alone(async () => {
      const count = await this.database.write(async (manager) => {
        const [found] = await manager.query<[{ count: number }]>(
          `SELECT count(*) AS count FROM remembered WHERE ${where}`,
          values,
        );
        await manager.query(`DELETE FROM remembered WHERE ${where}`, values);
        return found.count;
      });
      await this.reload();
      return count;
    });
  }

  /** The names by which something is remembered. */
  usedNames(): readonly string[] {
    return [...this.names].sort();
  }

  /** Looks up what is remembered of these viewers; before anything is decided that is about them. */
  async load(viewers: Iterable<string>): Promise<void> {
    await this.ofViewers.load(this.database.read, viewers);
  }

  private async reload(): Promise<void> {
    await this.database.readBetween(async (manager) => {
      const kept = await manager.findBy(RememberedRow, { span: Not('viewer') });
      const names = await manager.query<{ name: string }[]>(NAMES);
      for (const each of [this.kept, this.ofViewers, this.names]) each.clear();
      for (const { name } of names) this.names.add(name);
      for (const { span, viewer, name, text } of kept) this.remember(span, viewer, name, text);
    });
  }

  /** What was remembered for a stream is forgotten when another begins. */
  private forgettingStream(): Job {
    return {
      kind: 'new-stream',
      actor: 'gully',
      decide: () => ({
        changes: [...this.kept.keys()]
          .filter((key) => key.startsWith(STREAM_KEY))
          .map((key): RememberedChange => ({
            kind: 'remembered',
            span: 'stream',
            viewer: '',
            name: key.slice(STREAM_KEY.length),
            text: null,
            by: '',
            at: Date.now(),
          })),
        done: () => undefined,
      }),
    };
  }

  private remember(span: KeptSpan, viewer: string, name: string, text: string | null): void {
    if (text !== null) this.names.add(name);
    if (span === 'viewer') this.ofViewers.set(viewer, name, text);
    else if (text === null) this.kept.delete(keyOf(span, viewer, name));
    else this.kept.set(keyOf(span, viewer, name), text);
  }
}

/** Of many changes of one word only the last is written. */
async function write(manager: EntityManager, changes: readonly RememberedChange[]): Promise<void> {
  const last = new Map(
    changes.map((change) => [keyOf(change.span, change.viewer, change.name), change] as const),
  );
  for (const { span, viewer, name, text, by, at } of last.values())
    if (text === null)
      await manager.query('DELETE FROM remembered WHERE span = ? AND viewer = ? AND name = ?', [
        span,
        viewer,
        name,
      ]);
    else
      await manager.query(
        `INSERT OR REPLACE INTO remembered (span, viewer, name, text, changed_at, caused_by)
         VALUES (?, ?, ?, ?, ?, ?)`,
        [span, viewer, name, text, at, by],
      );
}

function keyOf(...parts: readonly string[]): string {
  return parts.join(' ');
}

import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { DrawState } from '@gully/core/random';
import type {
  CounterChange,
  CounterState,
  DrawChange,
  KeptSpan,
  RememberedChange,
} from '@gully/core/routines';
import { Not } from 'typeorm';
import { CounterRow, Database, DrawRow, RememberedRow, type EntityManager } from '../database/index.js';
import { Keepers } from '../keepers/index.js';
import { NewsService } from '../news/index.js';
import { ViewerWords } from './viewer-words.js';

/** How the keys of what is remembered for a stream begin. */
const STREAM_KEY = 'stream  ';

export type KeptChange = CounterChange | DrawChange | RememberedChange;

/** Every name that something is remembered by, each found by one look into the index. */
const NAMES = `WITH RECURSIVE names (name) AS (
    SELECT min(name) FROM remembered
    UNION ALL SELECT (SELECT min(name) FROM remembered WHERE name > names.name) FROM names WHERE name IS NOT NULL
  ) SELECT name FROM names WHERE name IS NOT NULL`;

/**
 * What routines remember, in memory: counters, draws, words for the stream and for good, and
 * those of the viewers met lately. Filled from the database and never ahead of it for long, as the
 * commands' store is.
 */
@Injectable()
export class RoutinesStore implements OnModuleInit {
  private readonly counters = new Map<string, CounterState>();
  private readonly draws = new Map<string, DrawState>();
  private readonly kept = new Map<string, string>();
  private readonly ofViewers = new ViewerWords();
  /** what anything was remembered by since it was read */
  private readonly names = new Set<string>();

  constructor(
    private readonly database: Database,
    news: NewsService,
    keepers: Keepers,
  ) {
    keepers.add({
      kinds: ['counter', 'draw', 'remembered'],
      ofViewers: true,
      apply: (change) => {
        this.apply(change);
      },
      write: (manager, changes) => this.write(manager, changes),
      written: (changes) => {
        for (const change of changes)
          if (change.kind === 'counter')
            news.publish('counter', { name: change.counter, value: change.value });
      },
      reload: () => this.reload(),
    });
  }

  async onModuleInit(): Promise<void> {
    await this.reload();
  }

  /** Reads everything anew; through the door for writing, as the commands' store does, and for its reason. */
  async reload(): Promise<void> {
    await this.database.readBetween(async (manager) => {
      const counters = await manager.find(CounterRow);
      const draws = await manager.find(DrawRow);
      const kept = await manager.findBy(RememberedRow, { span: Not('viewer') });
      const names = await manager.query<{ name: string }[]>(NAMES);
      for (const each of [this.counters, this.draws, this.kept, this.ofViewers, this.names]) each.clear();
      for (const { name } of names) this.names.add(name);
      for (const { name, value, most } of counters) this.counters.set(name, { value, most });
      for (const { owner, step, state } of draws) {
        const parsed = parseState(state);
        if (parsed !== undefined) this.draws.set(keyOf(owner, step), parsed);
      }
      for (const { span, viewer, name, text } of kept) this.remember(span, viewer, name, text);
    });
  }

  /** Looks up what is remembered of these viewers; before anything is decided that is about them. */
  async load(viewers: Iterable<string>): Promise<void> {
    await this.ofViewers.load(this.database.read, viewers);
  }

  counter(name: string): CounterState | undefined {
    return this.counters.get(name);
  }

  counterNames(): Iterable<string> {
    return this.counters.keys();
  }

  drawState(owner: string, step: string): DrawState | undefined {
    return this.draws.get(keyOf(owner, step));
  }

  remembered(span: KeptSpan, viewer: string, name: string): string | undefined {
    return span === 'viewer' ? this.ofViewers.get(viewer, name) : this.kept.get(keyOf(span, viewer, name));
  }

  rememberedNames(): Iterable<string> {
    return this.names;
  }

  /** Takes a change into account at once, so that the next message of the same moment sees it. */
  apply(change: KeptChange): void {
    switch (change.kind) {
      case 'draw':
        this.draws.set(keyOf(change.owner, change.step), change.state);
        break;
      case 'remembered':
        this.remember(change.span, change.viewer, change.name, change.text);
        break;
      case 'counter':
        this.counters.set(change.counter, {
          value: change.value,
          most: Math.max(this.counters.get(change.counter)?.most ?? change.value, change.value),
        });
    }
  }

  forgetCounter(name: string): void {
    this.counters.delete(name);
  }

  /** What makes the words that were remembered for a stream forgotten, when another begins. */
  streamForgotten(at: number): KeptChange[] {
    return [...this.kept.keys()]
      .filter((key) => key.startsWith(STREAM_KEY))
      .map((key) => ({
        kind: 'remembered',
        span: 'stream',
        viewer: '',
        name: key.slice(STREAM_KEY.length),
        text: null,
        at,
      }));
  }

  /** Writes changes down, within the caller’s write. */
  async write(manager: EntityManager, changes: readonly KeptChange[]): Promise<void> {
    // Of many changes of one thing only the last is kept, but a counter's highest is that of all.
    const last = new Map<string, KeptChange>();
    for (const change of changes) {
      const key = changeKey(change);
      const before = last.get(key);
      if (change.kind === 'counter' && before?.kind === 'counter' && before.value > change.value)
        await this.writeOne(manager, before);
      last.set(key, change);
    }
    for (const change of last.values()) await this.writeOne(manager, change);
  }

  private remember(span: KeptSpan, viewer: string, name: string, text: string | null): void {
    if (text !== null) this.names.add(name);
    if (span === 'viewer') this.ofViewers.set(viewer, name, text);
    else if (text === null) this.kept.delete(keyOf(span, viewer, name));
    else this.kept.set(keyOf(span, viewer, name), text);
  }

  private async writeOne(manager: EntityManager, change: KeptChange): Promise<void> {
    switch (change.kind) {
      case 'draw':
        await manager.query(
          `INSERT INTO draws (owner, step, state) VALUES (?, ?, ?)
           ON CONFLICT (owner, step) DO UPDATE SET state = excluded.state`,
          [change.owner, change.step, JSON.stringify(change.state)],
        );
        break;
      case 'remembered': {
        const { span, viewer, name, text, at } = change;
        if (text === null)
          await manager.query('DELETE FROM remembered WHERE span = ? AND viewer = ? AND name = ?', [
            span,
            viewer,
            name,
          ]);
        else
          await manager.query(
            `INSERT INTO remembered (span, viewer, name, text, changed_at) VALUES (?, ?, ?, ?, ?)
             ON CONFLICT (span, viewer, name) DO UPDATE SET text = excluded.text, changed_at = excluded.changed_at`,
            [span, viewer, name, text, at],
          );
        break;
      }
      case 'counter':
        await manager.query(
          `INSERT INTO counters (name, value, most, changed_at) VALUES (?, ?, ?, ?)
           ON CONFLICT (name) DO UPDATE SET value = excluded.value, most = max(most, excluded.value),
             changed_at = excluded.changed_at`,
          [change.counter, change.value, change.value, change.at],
        );
    }
  }
}

function changeKey(change: KeptChange): string {
  if (change.kind === 'counter') return `counter ${change.counter}`;
  if (change.kind === 'draw') return `draw ${keyOf(change.owner, change.step)}`;
  return `remembered ${keyOf(change.span, change.viewer, change.name)}`;
}

function keyOf(...parts: readonly string[]): string {
  return parts.join(' ');
}

function parseState(text: string): DrawState | undefined {
  try {
    return JSON.parse(text) as DrawState;
  } catch {
    // A draw that cannot be read begins a new round; nothing else hangs on it.
    return undefined;
  }
}

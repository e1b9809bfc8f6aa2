import type { EntityManager } from '../database/index.js';

/** Viewers whose words are kept in memory; more than one moment can be about. */
const KEPT = 20_000;

/**
 * The words remembered of viewers, of those met lately: looked up when someone is met, and let
 * go of when they were met longest ago.
 */
export class ViewerWords {
  private readonly viewers = new Map<string, Map<string, string>>();

  constructor(private readonly most = KEPT) {}

  /** To be called before anything is decided about these viewers. */
  async load(read: EntityManager, viewers: Iterable<string>): Promise<void> {
    const unknown = new Set<string>();
    for (const viewer of viewers) {
      const known = this.viewers.get(viewer);
      if (known === undefined) unknown.add(viewer);
      else this.put(viewer, known);
    }
    if (unknown.size === 0) return;
    const rows = await read.query<{ viewer: string; name: string; text: string }[]>(
      `SELECT viewer, name, text FROM remembered
       WHERE span = 'viewer' AND viewer IN (SELECT value FROM json_each(?))`,
      [JSON.stringify([...unknown])],
    );
    for (const viewer of unknown) this.put(viewer, new Map());
    for (const { viewer, name, text } of rows) this.viewers.get(viewer)?.set(name, text);
    while (this.viewers.size > this.most) this.viewers.delete(this.viewers.keys().next().value ?? '');
  }

  get(viewer: string, name: string): string | undefined {
    return this.viewers.get(viewer)?.get(name);
  }

  /** @param text null for forgotten */
  set(viewer: string, name: string, text: string | null): void {
    const words = this.viewers.get(viewer);
    if (text === null) words?.delete(name);
    else words?.set(name, text);
  }

  clear(): void {
    this.viewers.clear();
  }

  /** The one met last stands last. */
  private put(viewer: string, words: Map<string, string>): void {
    this.viewers.delete(viewer);
    this.viewers.set(viewer, words);
  }
}

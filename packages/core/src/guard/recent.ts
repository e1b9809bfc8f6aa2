import type { Before, Earlier } from './filter.js';
import type { Reading } from './reading.js';

/** Milliseconds back that any filter may look. */
export const LOOK_BACK_MS = 600_000;
/** Texts kept at most; a flood of more has filled every limit long before. */
const KEPT = 20_000;

interface Kept extends Earlier {
  readonly sketch: readonly number[];
}

/**
 * What was written lately, for filters that compare: by viewer, and by likeness. Texts that are
 * alike share some of their smallest shingle hashes (bottom-k sketches; Broder, 1997), so a text
 * is compared with few others however much is written.
 */
export class Recent {
  private readonly entries: Kept[] = [];
  private first = 0;
  private readonly ids = new Set<string>();
  private readonly byViewer = new Map<string, Kept[]>();
  private readonly byHash = new Map<number, Kept[]>();

  /** What was written before a message. */
  before({ written, sketch }: Reading): Before {
    const { id, viewer, at } = written;
    const isFresh = (each: Earlier): boolean =>
      at - each.at < LOOK_BACK_MS && at >= each.at && each.id !== id;
    return {
      own: (this.byViewer.get(viewer) ?? []).filter(isFresh).reverse(),
      near: () => {
        const found = new Set<Kept>();
        for (const hash of sketch)
          for (const each of this.byHash.get(hash) ?? []) if (isFresh(each)) found.add(each);
        return [...found];
      },
    };
  }

  /** Remembers a message that was looked at, once however often it is decided. */
  add({ written: { id, viewer, at }, shingles, sketch }: Reading): void {
    if (this.ids.has(id)) return;
    this.ids.add(id);
    const kept: Kept = { id, viewer, at, shingles, sketch };
    this.entries.push(kept);
    push(this.byViewer, viewer, kept);
    for (const hash of kept.sketch) push(this.byHash, hash, kept);
    this.forget(at);
  }

  private forget(now: number): void {
    for (;;) {
      const oldest = this.entries[this.first];
      if (oldest === undefined) break;
      if (now - oldest.at < LOOK_BACK_MS && this.entries.length - this.first <= KEPT) break;
      this.first += 1;
      this.ids.delete(oldest.id);
      drop(this.byViewer, oldest.viewer, oldest);
      for (const hash of oldest.sketch) drop(this.byHash, hash, oldest);
    }
    // Taken off in one go now and then: taking one off the front moves all the others.
    if (this.first <= KEPT) return;
    this.entries.splice(0, this.first);
    this.first = 0;
  }
}

function push<K>(map: Map<K, Kept[]>, key: K, kept: Kept): void {
  const list = map.get(key);
  if (list === undefined) map.set(key, [kept]);
  else list.push(kept);
}

/** The oldest of all is the oldest of its list too. */
function drop<K>(map: Map<K, Kept[]>, key: K, kept: Kept): void {
  const list = map.get(key);
  if (list?.[0] === kept) list.shift();
  if (list?.length === 0) map.delete(key);
}

import type { Alike, Before, Earlier } from './filter.js';
import { Forms, type Reading } from './reading.js';

/** Milliseconds back that any filter may look. */
export const LOOK_BACK_MS = 600_000;
/** Messages kept at most; a flood of more has filled every limit long before. */
const KEPT = 20_000;
/**
 * Of one viewer: no filter’s limit is above a hundred, so more would tell nothing more, and whoever
 * floods the room is one of those a text is compared with, not thousands.
 */
const KEPT_OF_ONE = 101;

/** All that was written in the same words. */
interface Words {
  readonly text: string;
  readonly forms: Forms;
  readonly shingles: ReadonlySet<number>;
  /** by whom, and when last */
  readonly viewers: Map<string, number>;
  /** when last, by whomever */
  last: number;
  /** the search in which it was come upon last */
  foundBy: number;
  /** messages of it that are remembered */
  count: number;
}

interface Kept extends Earlier {
  readonly words: Words;
  /** it is no longer compared with */
  gone: boolean;
}

/**
 * What was written lately, for filters that compare: by viewer, and by likeness. Texts that are
 * alike share some of their smallest shingle hashes (bottom-k sketches; Broder, 1997), so a text
 * is compared with few others however much is written; the same words are taken apart once.
 */
export class Recent {
  private readonly entries: Kept[] = [];
  private first = 0;
  private searches = 0;
  private readonly ids = new Set<string>();
  private readonly byViewer = new Map<string, Kept[]>();
  private readonly byText = new Map<string, Words>();
  private readonly byHash = new Map<number, Set<Words>>();

  /** The forms of a text that was written lately in the same words. */
  formsOf(text: string): Forms | undefined {
    return this.byText.get(text)?.forms;
  }

  /** What was written before a message. */
  before({ written, sketch }: Reading): Before {
    const { id, viewer, at } = written;
    const isFresh = (each: Earlier): boolean =>
      at - each.at < LOOK_BACK_MS && at >= each.at && each.id !== id;
    return {
      own: (this.byViewer.get(viewer) ?? []).filter(isFresh).reverse(),
      near: (since) => {
        const found: Alike[] = [];
        this.searches += 1;
        for (const hash of sketch)
          for (const each of this.byHash.get(hash) ?? []) {
            if (each.last < since || each.foundBy === this.searches) continue;
            each.foundBy = this.searches;
            found.push(each);
          }
        return found;
      },
    };
  }

  /** Remembers a message that was looked at, once however often it is decided. */
  add({ written: { id, viewer, text, at }, forms }: Reading): void {
    if (this.ids.has(id)) return;
    this.ids.add(id);
    const words = this.wordsOf(text, forms);
    words.count += 1;
    words.viewers.set(viewer, Math.max(at, words.viewers.get(viewer) ?? at));
    words.last = Math.max(at, words.last);
    const kept: Kept = { id, viewer, at, shingles: words.shingles, words, gone: false };
    this.entries.push(kept);
    const own = this.byViewer.get(viewer);
    if (own === undefined) this.byViewer.set(viewer, [kept]);
    else if (own.push(kept) > KEPT_OF_ONE && own[0] !== undefined) this.drop(own[0]);
    this.forget(at);
  }

  private wordsOf(text: string, forms: Forms): Words {
    const known = this.byText.get(text);
    if (known !== undefined) return known;
    const words: Words = {
      text,
      forms,
      shingles: forms.shingles,
      viewers: new Map(),
      last: -Infinity,
      foundBy: 0,
      count: 0,
    };
    this.byText.set(text, words);
    for (const hash of forms.sketch) {
      const some = this.byHash.get(hash);
      if (some === undefined) this.byHash.set(hash, new Set([words]));
      else some.add(words);
    }
    return words;
  }

  private forget(now: number): void {
    for (;;) {
      const oldest = this.entries[this.first];
      if (oldest === undefined) break;
      if (now - oldest.at < LOOK_BACK_MS && this.entries.length - this.first <= KEPT) break;
      this.first += 1;
      this.ids.delete(oldest.id);
      this.drop(oldest);
    }
    // Taken off in one go now and then: taking one off the front moves all the others.
    if (this.first <= KEPT) return;
    this.entries.splice(0, this.first);
    this.first = 0;
  }

  private drop(kept: Kept): void {
    // Of one who wrote much it is gone already.
    if (kept.gone) return;
    kept.gone = true;
    const { viewer, at, words } = kept;
    const own = this.byViewer.get(viewer);
    if (own?.[0] === kept) own.shift();
    if (own?.length === 0) this.byViewer.delete(viewer);
    if (words.viewers.get(viewer) === at) words.viewers.delete(viewer);
    words.count -= 1;
    if (words.count > 0) return;
    this.byText.delete(words.text);
    for (const hash of words.forms.sketch) {
      const some = this.byHash.get(hash);
      some?.delete(words);
      if (some?.size === 0) this.byHash.delete(hash);
    }
  }
}

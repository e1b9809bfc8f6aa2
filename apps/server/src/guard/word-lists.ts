import { createRequire } from 'node:module';
import { Injectable } from '@nestjs/common';
import { entryOf, phraseFault, type BlockedPhrase, type GuardSettings } from '@gully/core/guard';

/** Languages written without spaces, in which no word stands alone. */
const UNSPACED = new Set(['ja', 'th', 'zh']);
/** Made-up languages; nobody is hurt in them. */
const LEFT_OUT = new Set(['tlh', 'eo']);

/** A ready-made list: what language it is of, and how many words it has. */
export interface WordList {
  /** BCP 47 */
  readonly code: string;
  readonly title: string;
  readonly count: number;
}

/**
 * Ready-made lists of blocked words, in many languages. They are read from a package when Gully
 * starts; where that is missing there are none, and the lists that were on are told as missing.
 */
@Injectable()
export class WordLists {
  private readonly byCode: ReadonlyMap<string, readonly string[]> = readLists();

  all(): WordList[] {
    const names = new Intl.DisplayNames('en', { type: 'language' });
    return [...this.byCode]
      .map(([code, words]) => ({ code, title: names.of(code) ?? code, count: words.length }))
      .sort((a, b) => a.title.localeCompare(b.title));
  }

  /** The words of a list; undefined where it is missing. */
  wordsOf(code: string): readonly string[] | undefined {
    return this.byCode.get(code);
  }

  /** What the lists that are on block. */
  blockedBy({ wordLists }: Pick<GuardSettings, 'wordLists'>): BlockedPhrase[] {
    return Object.entries(wordLists).flatMap(([code, { enabled, consequence, except }]) => {
      if (!enabled) return [];
      const left = new Set(except);
      const wholeWords = !UNSPACED.has(code);
      return (this.wordsOf(code) ?? [])
        .filter((word) => !left.has(word))
        .map((word) => ({
          ...entryOf(word, { id: `${code} ${word}`, wholeWords, consequence }),
          group: `the ${code} word list`,
        }));
    });
  }
}

function readLists(): Map<string, readonly string[]> {
  const lists = new Map<string, readonly string[]>();
  try {
    const given = createRequire(import.meta.url)('naughty-words') as Readonly<Record<string, unknown>>;
    for (const [code, words] of Object.entries(given))
      if (!LEFT_OUT.has(code) && Array.isArray(words) && isLanguage(code)) lists.set(code, usable(words));
  } catch {
    // Without the package there are no lists, and the page says so.
  }
  return lists;
}

function usable(words: readonly unknown[]): string[] {
  return words.filter(
    (word): word is string =>
      typeof word === 'string' && phraseFault({ kind: 'text', text: word }) === undefined,
  );
}

function isLanguage(code: string): boolean {
  try {
    return Intl.getCanonicalLocales(code).length === 1;
  } catch {
    return false;
  }
}

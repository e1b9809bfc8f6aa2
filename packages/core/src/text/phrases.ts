import { foldName } from './names.js';

/**
 * Finds all phrases in a message in one pass, however many there are (Aho and Corasick,
 * 1975), and keeps those that stand on word borders.
 */

interface Node {
  readonly next: Map<number, Node>;
  /** where the search goes on when no letter fits: the longest ending that is a beginning of another phrase */
  fall: Node | undefined;
  /** the nearest node on the way of falls at which a phrase ends */
  ends: Node | undefined;
  readonly phrases: number[];
  readonly depth: number;
}

const newNode = (depth: number): Node => ({
  next: new Map(),
  fall: undefined,
  ends: undefined,
  phrases: [],
  depth,
});

/** The form in which phrases and messages are compared: one space between words, and one case unless told otherwise. */
export function phraseForm(text: string, matchCase: boolean): string {
  const spaced = text.trim().replace(/\s+/gu, ' ');
  return matchCase ? spaced.normalize('NFKC') : foldName(spaced);
}

export class PhraseIndex {
  private readonly root = newNode(0);

  /** @param phrases in `phraseForm`, none of them empty */
  constructor(phrases: readonly string[]) {
    for (const [index, phrase] of phrases.entries()) {
      let node = this.root;
      for (let at = 0; at < phrase.length; at += 1) {
        const letter = phrase.charCodeAt(at);
        const next = node.next.get(letter) ?? newNode(node.depth + 1);
        node.next.set(letter, next);
        node = next;
      }
      node.phrases.push(index);
    }
    this.link();
  }

  /**
   * Calls `found` for each place at which a phrase stands in `text`, with the phrase's number and
   * where it begins and ends.
   *
   * @param wholeWords of which phrases only what stands on word borders counts; all by default
   */
  search(
    text: string,
    found: (phrase: number, from: number, to: number) => void,
    wholeWords: (phrase: number) => boolean = () => true,
  ): void {
    let node = this.root;
    for (let at = 0; at < text.length; at += 1) {
      const letter = text.charCodeAt(at);
      while (node !== this.root && !node.next.has(letter)) node = node.fall ?? this.root;
      node = node.next.get(letter) ?? this.root;
      for (let end = node.phrases.length > 0 ? node : node.ends; end !== undefined; end = end.ends) {
        const from = at + 1 - end.depth;
        const whole = isBorder(text, from) && isBorder(text, at + 1);
        for (const phrase of end.phrases) if (whole || !wholeWords(phrase)) found(phrase, from, at + 1);
      }
    }
  }

  private link(): void {
    const waiting: Node[] = [...this.root.next.values()];
    for (const child of this.root.next.values()) child.fall = this.root;
    // What is added on the way is gone through too: breadth first.
    for (const node of waiting) {
      for (const [letter, child] of node.next) {
        let fall = node.fall;
        while (fall !== undefined && !fall.next.has(letter)) fall = fall.fall;
        child.fall = fall?.next.get(letter) ?? this.root;
        child.ends = child.fall.phrases.length > 0 ? child.fall : child.fall.ends;
        waiting.push(child);
      }
    }
  }
}

const WORD = /[\p{L}\p{N}_]/u;
/** Marks and joiners belong to the character before them, whatever it is. */
const JOINED = /[\p{M}\u200c\u200d]/u;
/** Scripts that write without spaces between words: there a word may end anywhere. */
const UNSPACED =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u;

/** True when a word may begin or end at `at`, a place in UTF-16 units from 0 to the text's length. */
export function isBorder(text: string, at: number): boolean {
  const after = text.codePointAt(at);
  if (at <= 0 || after === undefined) return true;
  const next = String.fromCodePoint(after);
  if (JOINED.test(next)) return false;
  const before = characterBefore(text, at);
  if (before === '' || !WORD.test(next) || !WORD.test(before)) return true;
  return UNSPACED.test(next) || UNSPACED.test(before);
}

/** The character that ends at `at`, without the marks upon it. */
function characterBefore(text: string, at: number): string {
  for (let end = at; end > 0;) {
    const low = text.charCodeAt(end - 1);
    const start = low >= 0xdc00 && low <= 0xdfff ? end - 2 : end - 1;
    const character = text.slice(Math.max(0, start), end);
    if (!JOINED.test(character)) return character;
    end = start;
  }
  return '';
}

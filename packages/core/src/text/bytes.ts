/**
 * What IRC counts: bytes of UTF-8. A line of the protocol holds 512 of them with its
 * prefix, so texts are measured in bytes and cut between whole characters.
 */

const encoder = new TextEncoder();
const graphemes = new Intl.Segmenter('en', { granularity: 'grapheme' });

/** Length of `text` in bytes of UTF-8. */
export function byteLength(text: string): number {
  return encoder.encode(text).length;
}

/** Length of `text` in characters as a reader counts them. */
export function characterCount(text: string): number {
  // What most people write is one unit for each character, and needs no looking up.
  if (/^[\x20-\x7e]*$/u.test(text)) return text.length;
  return [...graphemes.segment(text)].length;
}

/** A text for a sentence about it: its first characters, and an ellipsis where there are more. */
export function shortened(text: string, most = 40): string {
  if (text.length <= most) return text;
  const characters = Array.from(graphemes.segment(text), ({ segment }) => segment);
  return characters.length <= most ? text : `${characters.slice(0, most).join('').trimEnd()}…`;
}

/**
 * Splits a text into parts of at most `limit` bytes, at spaces where there are any.
 * A word longer than a part is cut between characters, where a character is what a
 * reader sees as one (a grapheme: a letter with its marks, an emoji family). Only a
 * single grapheme larger than the limit is cut between its code points.
 *
 * @param limit bytes a part may have, at least 4 (one code point)
 * @param most parts at the most; what does not fit ends in an ellipsis
 * @throws RangeError if `limit` is under 4 or `most` under 1
 */
export function splitText(text: string, limit: number, most = Infinity): string[] {
  if (limit < 4 || most < 1)
    throw new RangeError('a part holds at least 4 bytes, and there is at least one part');
  const parts: string[] = [];
  let rest = text.trim();
  while (rest !== '') {
    if (byteLength(rest) <= limit) {
      parts.push(rest);
      break;
    }
    if (parts.length + 1 === most) {
      parts.push(`${takeBytes(rest, limit - byteLength('…')).trimEnd()}…`);
      break;
    }
    const head = takeAtSpace(rest, limit);
    parts.push(head.trimEnd());
    rest = rest.slice(head.length).trimStart();
  }
  return parts;
}

/**
 * The longest beginning of `text` within `limit` bytes that ends where a space follows, else
 * between characters. A word that no part could hold is begun at once, for it is cut anyway.
 */
function takeAtSpace(text: string, limit: number): string {
  const head = takeBytes(text, limit);
  if (head.length === text.length || text[head.length] === ' ') return head;
  const space = head.lastIndexOf(' ');
  if (space <= 0) return head;
  const [word = ''] = text.slice(space + 1).split(' ', 1);
  return byteLength(word) > limit ? head : head.slice(0, space);
}

/** The longest beginning of `text` within `limit` bytes that ends between characters; never empty for a limit of 4 or more. */
function takeBytes(text: string, limit: number): string {
  let taken = '';
  let room = limit;
  for (const { segment } of graphemes.segment(text)) {
    const size = byteLength(segment);
    if (size > room) return taken === '' ? takeCodePoints(segment, limit) : taken;
    taken += segment;
    room -= size;
  }
  return taken;
}

function takeCodePoints(text: string, limit: number): string {
  let taken = '';
  let room = limit;
  for (const point of text) {
    room -= byteLength(point);
    if (room < 0) break;
    taken += point;
  }
  return taken;
}

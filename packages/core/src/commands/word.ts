const FILLERS = new Set(['a', 'an', 'the', 'this', 'that', 'from', 'for', 'of', 'to', 'in']);
const LETTERS = 20;

/**
 * A word something may be typed with, made from its name: `Ring the supper bell` is `supperbell`.
 *
 * @param otherwise for a name without a letter or digit
 */
export function wordFrom(name: string, otherwise: string): string {
  const words = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '' && !FILLERS.has(word));
  return words.slice(-2).join('').slice(0, LETTERS) || otherwise;
}

/** Words of which one is meant: `Red, Blue or Green`. */
export function orOf(words: readonly string[]): string {
  const last = words.at(-1) ?? '';
  return words.length < 2 ? last : `${words.slice(0, -1).join(', ')} or ${last}`;
}

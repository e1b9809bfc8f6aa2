const UNITS = [
  [31_536_000, 'y'],
  [86_400, 'd'],
  [3_600, 'h'],
  [60, 'min'],
  [1, 's'],
] as const;

/**
 * A span in words, its two largest units, rounded up to whole seconds: `12 s`, `2 h 5 min`.
 * Rounded up because it answers "how long until": zero would be untrue before it has passed.
 *
 * @param milliseconds zero or more; anything less counts as zero
 */
export function durationInWords(milliseconds: number): string {
  let seconds = Math.max(0, Math.ceil(milliseconds / 1000));
  const words: string[] = [];
  for (const [size, unit] of UNITS) {
    const count = Math.floor(seconds / size);
    seconds -= count * size;
    if (count > 0) words.push(`${String(count)} ${unit}`);
    else if (words.length > 0) break;
    if (words.length === 2) break;
  }
  return words.length > 0 ? words.join(' ') : '0 s';
}

/**
 * A span that has passed, in words, rounded down: whole minutes from one minute on, its
 * two largest units. `40 s`, `31 min`, `2 h 5 min`, `1 y 47 d`.
 *
 * @param milliseconds anything under zero counts as zero
 */
export function elapsedInWords(milliseconds: number): string {
  const seconds = Math.max(0, Math.floor(milliseconds / 1000));
  return durationInWords((seconds < 60 ? seconds : seconds - (seconds % 60)) * 1000);
}

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

const TYPED_UNITS: Readonly<Record<string, number>> = {
  w: 604_800,
  d: 86_400,
  h: 3_600,
  m: 60,
  s: 1,
};
const PART =
  /(\d+(?:[.,]\d+)?)\s*(w(?:eeks?)?|d(?:ays?)?|h(?:(?:ou)?rs?)?|m(?:in(?:ute)?s?)?|s(?:ec(?:ond)?s?)?)?(?:\s+|$|(?=\d))/uy;

/**
 * A span as people type it: `30s`, `5m`, `1h 30m`, `1.5 hours`. Each unit comes at most once.
 *
 * @param unit what a number on its own counts: seconds, minutes or hours
 * @returns milliseconds, zero or more; undefined for what is not a span
 */
export function readDuration(typed: string, unit: 's' | 'm' | 'h'): number | undefined {
  const text = typed.trim().toLowerCase();
  if (text === '') return undefined;
  const seen = new Set<string>();
  let seconds = 0;
  for (let at = 0; at < text.length; at = PART.lastIndex) {
    PART.lastIndex = at;
    const [whole, count = '', word] = PART.exec(text) ?? [];
    if (whole === undefined) return undefined;
    // A number without its unit stands alone.
    if (word === undefined && whole.length < text.length) return undefined;
    const of = word?.charAt(0) ?? unit;
    if (seen.has(of)) return undefined;
    seen.add(of);
    seconds += Number(count.replace(',', '.')) * (TYPED_UNITS[of] ?? Number.NaN);
  }
  return Math.round(seconds * 1000);
}

/**
 * A span so that it can be typed again: `30 s`, `1 h 30 min`; whole seconds, all its units.
 *
 * @param milliseconds zero or more; not a number for an empty text
 */
export function typedDuration(milliseconds: number): string {
  if (!Number.isFinite(milliseconds)) return '';
  let seconds = Math.round(milliseconds / 1000);
  const words: string[] = [];
  for (const [size, unit] of UNITS.slice(1)) {
    const count = Math.floor(seconds / size);
    seconds -= count * size;
    if (count > 0) words.push(`${String(count)} ${unit}`);
  }
  return words.join(' ') || '0 s';
}

import type { Media } from '../api/index.js';

/** What a file is, in a few words: `picture, 640 × 480, 84 kB`. */
export function mediaInWords({ kind, width, height, seconds, bytes }: Media): string {
  const size = width > 0 ? `${String(width)} × ${String(height)}` : '';
  const length = seconds > 0 ? `${seconds.toFixed(1)} s` : '';
  return [kind, size, length, bytesInWords(bytes)].filter((part) => part !== '').join(', ');
}

function bytesInWords(bytes: number): string {
  return bytes < 1_000_000
    ? `${String(Math.ceil(bytes / 1_000))} kB`
    : `${(bytes / 1_000_000).toFixed(1)} MB`;
}

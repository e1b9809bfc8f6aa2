import { foldName } from '../text/index.js';

export const MEDIA_KINDS = ['picture', 'video', 'sound'] as const;
export type MediaKind = (typeof MEDIA_KINDS)[number];

/** What may be uploaded of each kind, in bytes. */
export const MEDIA_BYTES: Readonly<Record<MediaKind, number>> = {
  picture: 20_000_000,
  video: 60_000_000,
  sound: 10_000_000,
};
export const MEDIA_LIMITS = {
  name: 60,
  /** files in the library */
  files: 500,
  /** frames of one moving picture */
  frames: 300,
  /** pixels along each side of a picture as it is kept */
  side: 2_048,
  /** pixels of a picture as it comes, all frames together */
  pixels: 120_000_000,
  /** seconds a sound or video may last */
  seconds: 120,
} as const;

/** One file of the library. What it is was read from its content, never from its name. */
export interface MediaBody {
  /** what people call it, without an ending */
  readonly name: string;
  readonly kind: MediaKind;
  /** how it is kept: the SHA-256 of its content, and its ending */
  readonly file: string;
  readonly bytes: number;
  /** in pixels; 0 for a sound */
  readonly width: number;
  readonly height: number;
  /** how long it lasts; 0 for a picture that stands still */
  readonly seconds: number;
}

export const BLANK_MEDIA: MediaBody = {
  name: '',
  kind: 'picture',
  file: '',
  bytes: 0,
  width: 0,
  height: 0,
  seconds: 0,
};

export function mediaBody(media: MediaBody): MediaBody {
  const { name, kind, file, bytes, width, height, seconds } = media;
  return { name, kind, file, bytes, width, height, seconds };
}

const FILE = /^[0-9a-f]{64}\.(?:webp|webm|mp4|wav|mp3|ogg)$/u;

/** Whether it is the name of a kept file, and so no way to any other. */
export function isMediaFile(file: string): boolean {
  return FILE.test(file);
}

/** What is wrong with a file's name in the library; empty when nothing is. */
export function mediaFaults(
  { name, file }: MediaBody,
  others: readonly Pick<MediaBody, 'name'>[],
): Record<string, string> {
  const faults: Record<string, string> = {};
  const trimmed = name.trim();
  if (!new RegExp(`^[^\\p{C}{}%]{1,${String(MEDIA_LIMITS.name)}}$`, 'u').test(trimmed))
    faults.name = `Give it a name of 1 to ${String(MEDIA_LIMITS.name)} characters`;
  else if (others.some((other) => foldName(other.name.trim()) === foldName(trimmed)))
    faults.name = `There is a file called ${trimmed} already`;
  if (!isMediaFile(file)) faults.file = 'Upload the file again: its content is missing';
  return faults;
}

/**
 * A name for the library from the name of an uploaded file: without folders and ending, and
 * unlike those there are.
 */
export function nameFrom(fileName: string, taken: readonly string[]): string {
  const last = fileName.split(/[/\\]/u).at(-1) ?? '';
  const plain = last
    .replace(/\.[^.]{1,5}$/u, '')
    .replace(/[\p{C}{}%]/gu, '')
    .replace(/[_\s]+/gu, ' ')
    .trim();
  // By characters, so that none is cut in two; with room for a number.
  const short = Array.from(plain)
    .slice(0, MEDIA_LIMITS.name - 5)
    .join('')
    .trim();
  const base = short === '' ? 'file' : short;
  const folded = new Set(taken.map(foldName));
  for (let n = 1; ; n += 1) {
    const name = n === 1 ? base : `${base} ${String(n)}`;
    if (!folded.has(foldName(name))) return name;
  }
}

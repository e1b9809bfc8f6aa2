import { fileTypeFromBuffer } from 'file-type';
import type { MediaKind } from '@gully/core/media';

export const PICTURE_TYPES = ['png', 'jpg', 'webp', 'avif', 'gif', 'svg'] as const;
export const VIDEO_TYPES = ['webm', 'mp4'] as const;
export const SOUND_TYPES = ['ogg', 'mp3', 'wav'] as const;
type Type = (typeof PICTURE_TYPES)[number] | (typeof VIDEO_TYPES)[number] | (typeof SOUND_TYPES)[number];

/** What a file is, told by its content; its name says nothing. */
export interface Detected {
  readonly kind: MediaKind;
  readonly type: Type;
}

/** How endings of other programs are called here. */
const ALIASES: Readonly<Record<string, Type>> = {
  apng: 'png',
  opus: 'ogg',
  oga: 'ogg',
  m4v: 'mp4',
  ogv: 'ogg',
};

/** @returns undefined for what cannot be used */
export async function detect(content: Uint8Array): Promise<Detected | undefined> {
  const found = await fileTypeFromBuffer(content);
  const ending = found === undefined ? '' : (ALIASES[found.ext] ?? found.ext);
  for (const [kind, types] of [
    ['picture', PICTURE_TYPES],
    ['video', VIDEO_TYPES],
    ['sound', SOUND_TYPES],
  ] as const) {
    const type = types.find((each) => each === ending);
    if (type !== undefined) return { kind, type };
  }
  return (found === undefined || ending === 'xml') && isSvg(content)
    ? { kind: 'picture', type: 'svg' }
    : undefined;
}

/** Bytes in which a drawing has to begin. */
const HEAD = 1_000;

function isSvg(content: Uint8Array): boolean {
  const head = new TextDecoder().decode(content.subarray(0, HEAD));
  return /^\uFEFF?\s*(?:<\?xml[^>]*\?>\s*)?(?:<!--[^]*?-->\s*)*(?:<!DOCTYPE[^]*?)?<svg[\s>]/u.test(head);
}

import { fileTypeFromBuffer } from 'file-type';
import type { MediaKind } from '@gully/core/media';
import sharp from 'sharp';

const PICTURE_TYPES = ['png', 'jpg', 'webp', 'avif', 'gif'] as const;
const VIDEO_TYPES = ['webm', 'mp4'] as const;
const SOUND_TYPES = ['ogg', 'mp3', 'wav'] as const;
type Type = (typeof PICTURE_TYPES)[number] | (typeof VIDEO_TYPES)[number] | (typeof SOUND_TYPES)[number];

/** What a file is, told by its content; its name says nothing. */
export interface Detected {
  readonly kind: MediaKind;
  readonly type: Type | 'svg';
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
  return (found === undefined || ending === 'xml') && (await isSvg(content))
    ? { kind: 'picture', type: 'svg' }
    : undefined;
}

/**
 * Whether the parser that would draw it takes it for a drawing. One that is cut is a drawing too:
 * it is refused when it is drawn, with a better reason.
 */
async function isSvg(content: Uint8Array): Promise<boolean> {
  try {
    return (await sharp(content).metadata()).format === 'svg';
  } catch (error) {
    return /XML parse error/u.test(String(error));
  }
}

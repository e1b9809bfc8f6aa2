import { createHash } from 'node:crypto';
import { Worker } from 'node:worker_threads';
import { MEDIA_BYTES, MEDIA_LIMITS, type MediaBody } from '@gully/core/media';
import { Problem } from '../problem/index.js';
import { detect, type Detected } from './detecting.js';

/** What was read of an upload: what it is, and its content as it is kept. */
export interface ReadMedia {
  readonly facts: Omit<MediaBody, 'name'>;
  readonly content: Buffer;
}

const KEPT = 'Nothing was added to the library.';

/**
 * Reads an upload: tells what it is by its content, and makes of it what may be shown. Pictures are
 * drawn anew, so that nothing but a picture is left of them; sounds and videos have to be whole.
 *
 * @throws Problem 422 that says what is wrong with it, 413 where it is too large
 */
export async function readMedia(content: Buffer): Promise<ReadMedia> {
  const found = await detect(content);
  if (found === undefined)
    throw refused(
      'Use PNG, JPEG, WebP, AVIF, GIF or SVG for a picture, WebM or MP4 for a video, OGG, MP3 or WAV for a sound',
    );
  const most = MEDIA_BYTES[found.kind];
  if (content.length > most)
    throw new Problem(
      413,
      'The file is too large',
      `A ${found.kind} may have ${String(most / 1_000_000)} MB, and this has ${String(Math.ceil(content.length / 1_000_000))} MB. ${KEPT}`,
    );
  if (found.kind === 'picture') return readPicture(content, found);
  return found.kind === 'sound' ? readSound(content, found) : readVideo(content, found);
}

async function readPicture(content: Buffer, { type }: Detected): Promise<ReadMedia> {
  // A drawing is drawn here once and kept as a picture: what it refers to or would run is not kept.
  if (type === 'svg' && /<!(?:DOCTYPE|ENTITY)/iu.test(content.toString('utf8')))
    throw refused('A drawing may not declare a document type or entities of its own');
  // Loaded with the first picture: it is large, and most starts need none.
  const { default: sharp } = await import('sharp');
  try {
    const options = { animated: true, limitInputPixels: MEDIA_LIMITS.pixels, failOn: 'error' } as const;
    const about = await sharp(content, options).metadata();
    const frames = about.pages ?? 1;
    if (frames > MEDIA_LIMITS.frames)
      throw refused(
        `It has ${frames.toLocaleString('en')} frames, and ${String(MEDIA_LIMITS.frames)} are the most; a video would suit it better`,
      );
    const { data, info } = await sharp(content, {
      ...options,
      ...(type === 'svg' ? { density: svgDensity(about) } : {}),
    })
      .autoOrient()
      .resize({
        width: MEDIA_LIMITS.side,
        height: MEDIA_LIMITS.side,
        fit: 'inside',
        withoutEnlargement: true,
      })
      .webp({ quality: 90, effort: 3 })
      .toBuffer({ resolveWithObject: true });
    const milliseconds = frames > 1 ? (about.delay ?? []).reduce((sum, each) => sum + each, 0) : 0;
    return readAs('picture', data, 'webp', {
      width: info.width,
      height: info.pageHeight ?? info.height,
      seconds: milliseconds / 1_000,
    });
  } catch (error) {
    if (error instanceof Problem) throw error;
    const isLarge = error instanceof Error && /pixel limit|exceeds/iu.test(error.message);
    throw refused(
      isLarge
        ? `It has more than ${String(MEDIA_LIMITS.pixels / 1_000_000)} million pixels in all`
        : 'The picture is broken: it could not be drawn to its end',
    );
  }
}

/** Dots to the inch at which a small drawing comes out large enough for a stream. */
function svgDensity({
  width = 0,
  height = 0,
}: {
  readonly width?: number;
  readonly height?: number;
}): number {
  const side = Math.max(width, height, 1);
  return Math.min(2_400, Math.max(72, Math.round((72 * 1_024) / side)));
}

async function readSound(content: Buffer, { type }: Detected): Promise<ReadMedia> {
  const seconds = await decodedSeconds(content);
  if (seconds === undefined || seconds <= 0)
    throw refused('The sound is broken: it could not be decoded to its end');
  return readAs('sound', content, type, { width: 0, height: 0, seconds: lasting(seconds) });
}

async function readVideo(content: Buffer, { type }: Detected): Promise<ReadMedia> {
  const { parseBuffer } = await import('music-metadata');
  const found = await parseBuffer(content, undefined, { duration: true }).catch(() => undefined);
  const seconds = found?.format.duration;
  if (found === undefined || seconds === undefined || seconds <= 0 || found.format.hasVideo === false)
    throw refused('The video is broken, or has no length: it would never end');
  const track = found.format.trackInfo.find(({ video }) => video !== undefined)?.video;
  return readAs('video', content, type, {
    width: track?.pixelWidth ?? 0,
    height: track?.pixelHeight ?? 0,
    seconds: lasting(seconds),
  });
}

function lasting(seconds: number): number {
  if (seconds > MEDIA_LIMITS.seconds)
    throw refused(
      `It lasts ${String(Math.round(seconds))} s, and ${String(MEDIA_LIMITS.seconds)} s are the most`,
    );
  return Math.round(seconds * 100) / 100;
}

/** How long a sound may take to be decoded, in milliseconds. */
const DECODING_MS = 20_000;

/** How long a sound lasts, found out by decoding it whole; undefined for one that cannot be. */
function decodedSeconds(content: Buffer): Promise<number | undefined> {
  return new Promise((resolve) => {
    const worker = new Worker(new URL('./decoding.worker.js', import.meta.url), {
      workerData: { content: new Uint8Array(content) },
      resourceLimits: { maxOldGenerationSizeMb: 512 },
    });
    const end = (seconds: number | undefined): void => {
      clearTimeout(late);
      resolve(seconds);
      void worker.terminate();
    };
    const late = setTimeout(end, DECODING_MS, undefined);
    worker.once('message', ({ seconds }: { seconds: number | undefined }) => {
      end(seconds);
    });
    worker.once('error', () => {
      end(undefined);
    });
  });
}

function readAs(
  kind: MediaBody['kind'],
  content: Buffer,
  ending: string,
  more: Pick<MediaBody, 'width' | 'height' | 'seconds'>,
): ReadMedia {
  const file = `${createHash('sha256').update(content).digest('hex')}.${ending}`;
  return { facts: { kind, file, bytes: content.length, ...more }, content };
}

function refused(why: string): Problem {
  return new Problem(422, 'The file cannot be used', `${why}. ${KEPT}`);
}

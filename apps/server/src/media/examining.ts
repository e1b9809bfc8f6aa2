import { createHash } from 'node:crypto';
import { readFile, writeFile } from 'node:fs/promises';
import decode from 'audio-decode';
import { MEDIA_BYTES, MEDIA_LIMITS, type MediaBody } from '@gully/core/media';
import { parseBuffer } from 'music-metadata';
import sharp from 'sharp';
import { detect, type Detected } from './detecting.js';
import { drawnBeside, type Examined } from './examined.js';

/**
 * Opens one file, tells what it is by its content, and makes of it what may be shown. Runs in the
 * process of `Decoder` only: what is opened here may never come to its end.
 */

/** Numbers a sound may claim to hold: two minutes of eight channels at 48 kHz. */
const MOST_SAMPLES = MEDIA_LIMITS.seconds * 48_000 * 8;
const MOST_CHANNELS = 8;
class Refused extends Error {
  constructor(
    readonly why: string,
    readonly isLarge = false,
  ) {
    super(why);
  }
}

sharp.concurrency(1);
sharp.cache(false);

/** Never rejects. */
export async function examine(path: string): Promise<Examined> {
  try {
    return await open(await readFile(path), path);
  } catch (error) {
    if (error instanceof Refused) return { refused: error.why, isLarge: error.isLarge };
    return { refused: 'The file is broken: it could not be read to its end' };
  }
}

async function open(content: Buffer, path: string): Promise<Examined> {
  const found = await detect(content);
  if (found === undefined)
    throw new Refused(
      'Use PNG, JPEG, WebP, AVIF, GIF or SVG for a picture, WebM or MP4 for a video, OGG, MP3 or WAV for a sound',
    );
  const most = MEDIA_BYTES[found.kind];
  if (content.length > most)
    throw new Refused(
      `A ${found.kind} may have ${String(most / 1_000_000)} MB, and this has ${String(Math.ceil(content.length / 1_000_000))} MB`,
      true,
    );
  if (found.kind === 'picture') return openPicture(content, found, drawnBeside(path));
  return found.kind === 'sound' ? openSound(content, found, path) : openVideo(content, found, path);
}

/** Draws a picture again, so that nothing but a picture is left of it. */
async function openPicture(content: Buffer, { type }: Detected, path: string): Promise<Examined> {
  // A drawing is drawn here once and kept as a picture: what it refers to or would run is not kept.
  if (type === 'svg' && /<!(?:DOCTYPE|ENTITY)/iu.test(content.toString('utf8')))
    throw new Refused('A drawing may not declare a document type or entities of its own');
  try {
    const options = { animated: true, limitInputPixels: MEDIA_LIMITS.pixels, failOn: 'error' } as const;
    const about = await sharp(content, options).metadata();
    const frames = about.pages ?? 1;
    if (frames > MEDIA_LIMITS.frames)
      throw new Refused(
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
    await writeFile(path, data);
    const milliseconds = frames > 1 ? (about.delay ?? []).reduce((sum, each) => sum + each, 0) : 0;
    return readAs('picture', data, 'webp', path, {
      width: info.width,
      height: info.pageHeight ?? info.height,
      seconds: milliseconds / 1_000,
    });
  } catch (error) {
    if (error instanceof Refused) throw error;
    const isLarge = error instanceof Error && /pixel limit|exceeds/iu.test(error.message);
    throw new Refused(
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

/** Seconds of sound a file has to have: less is a header, and no one hears it. */
const SHORTEST_S = 0.05;

/** A sound is decoded to its end, once its own words are believable. */
async function openSound(content: Buffer, { type }: Detected, path: string): Promise<Examined> {
  const broken = (): never => {
    throw new Refused('The sound is broken: it could not be decoded to its end');
  };
  if (type === 'wav') refuseLongChunks(content);
  const { format } = await parseBuffer(content).catch(broken);
  refuseClaims(format);
  const { duration } = await (decode(content) as Promise<{ duration: number }>).catch(broken);
  if (!(duration > 0)) broken();
  if (duration < SHORTEST_S) throw new Refused('There is no sound in it: the file ends where it would begin');
  return readAs('sound', content, type, path, { width: 0, height: 0, seconds: lasting(duration) });
}

/** A decoder makes room for what a chunk of a WAV file says it holds, so it may not say more than there is. */
function refuseLongChunks(content: Buffer): void {
  for (let at = 12; at + 8 <= content.length;) {
    const end = at + 8 + content.readUInt32LE(at + 4);
    if (end > content.length)
      throw new Refused('The sound is broken: its header says it is longer than it is');
    // Chunks begin at even places.
    at = end + (end % 2);
  }
}

interface Claims {
  readonly numberOfChannels?: number;
  readonly sampleRate?: number;
  readonly duration?: number;
}

function refuseClaims({ numberOfChannels = 2, sampleRate = 48_000, duration = 0 }: Claims): void {
  if (numberOfChannels > MOST_CHANNELS)
    throw new Refused(
      `It has ${numberOfChannels.toLocaleString('en')} channels, and ${String(MOST_CHANNELS)} are the most`,
    );
  lasting(duration);
  if (duration * sampleRate * numberOfChannels > MOST_SAMPLES)
    throw new Refused('It is sampled too finely. Save it at 48 kHz');
}

async function openVideo(content: Buffer, { type }: Detected, path: string): Promise<Examined> {
  const found = await parseBuffer(content, undefined, { duration: true }).catch(() => undefined);
  const seconds = found?.format.duration;
  if (found === undefined || seconds === undefined || seconds <= 0 || found.format.hasVideo === false)
    throw new Refused('The video is broken, or has no length: it would never end');
  const track = found.format.trackInfo.find(({ video }) => video !== undefined)?.video;
  return readAs('video', content, type, path, {
    width: track?.pixelWidth ?? 0,
    height: track?.pixelHeight ?? 0,
    seconds: lasting(seconds),
  });
}

function lasting(seconds: number): number {
  if (seconds > MEDIA_LIMITS.seconds)
    throw new Refused(
      `It lasts ${Math.round(seconds).toLocaleString('en')} s, and ${String(MEDIA_LIMITS.seconds)} s are the most`,
    );
  return Math.round(seconds * 100) / 100;
}

function readAs(
  kind: MediaBody['kind'],
  content: Buffer,
  ending: string,
  path: string,
  more: Pick<MediaBody, 'width' | 'height' | 'seconds'>,
): Examined {
  const file = `${createHash('sha256').update(content).digest('hex')}.${ending}`;
  return { facts: { kind, file, bytes: content.length, ...more }, path };
}

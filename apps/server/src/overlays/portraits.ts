import { readFile } from 'node:fs/promises';
import { Injectable } from '@nestjs/common';
import { toSvg } from 'jdenticon';
import { Environment } from '../configuration/index.js';
import { MediaFiles } from '../media/index.js';

/** A picture of someone, ready to be sent. */
export interface Portrait {
  readonly type: string;
  readonly content: Buffer | string;
}

/** Pixels along each side of a picture that is made from a name. */
const SIDE = 256;
/** How long the platform may take, in milliseconds. */
const ANSWER_MS = 2_000;
const BYTES = 1_000_000;
/** How long a picture is kept before the platform is asked again, in milliseconds. */
const KEPT_MS = 600_000;
const KEPT = 300;

/**
 * Pictures of people: the one the platform has, fetched here so that no overlay asks anything of the
 * outside; otherwise one made from the name, always the same for the same person.
 */
@Injectable()
export class Portraits {
  private readonly kept = new Map<string, { readonly at: number; readonly portrait: Promise<Portrait> }>();

  constructor(
    private readonly environment: Environment,
    private readonly files: MediaFiles,
  ) {}

  /** Never rejects. */
  of(name: string): Promise<Portrait> {
    const folded = name.toLowerCase().slice(0, 100);
    const now = Date.now();
    const known = this.kept.get(folded);
    if (known !== undefined && now - known.at < KEPT_MS) return known.portrait;
    const portrait = this.fromPlatform(folded).catch(() => fromName(folded));
    this.kept.delete(folded);
    this.kept.set(folded, { at: now, portrait });
    for (const oldest of this.kept.keys()) {
      if (this.kept.size <= KEPT) break;
      this.kept.delete(oldest);
    }
    return portrait;
  }

  private async fromPlatform(name: string): Promise<Portrait> {
    const base = this.environment.GULLY_STREAM_URL ?? this.environment.GULLY_STANDIN_URL;
    if (base === undefined) return fromName(name);
    const answer = await fetch(new URL(`/people/${encodeURIComponent(name)}/picture`, base), {
      signal: AbortSignal.timeout(ANSWER_MS),
      redirect: 'error',
    });
    if (!answer.ok || Number(answer.headers.get('content-length') ?? 0) > BYTES) return fromName(name);
    const content = Buffer.from(await answer.arrayBuffer());
    if (content.length > BYTES) return fromName(name);
    // Whatever came is drawn anew, as an upload is.
    return this.files.examine([content], async ({ facts, path }) =>
      facts.kind === 'picture' ? { type: 'image/webp', content: await readFile(path) } : fromName(name),
    );
  }
}

function fromName(name: string): Portrait {
  return { type: 'image/svg+xml', content: toSvg(name, SIDE) };
}

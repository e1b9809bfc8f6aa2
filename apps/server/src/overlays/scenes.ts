import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { type LineView, type NewsKind } from '@gully/core/news';
import {
  dataOf,
  drawnPieces,
  pieceKind,
  trialOf,
  type OverlayBody,
  type Piece,
  type PieceMoment,
  type Scene,
  type ShownAlert,
  type ShownLine,
} from '@gully/core/overlays';
import { textsForNobody } from '@gully/core/routines';
import type { Stage } from '@gully/core/stage';
import { ChannelWorld } from '../live/index.js';
import { MediaFiles, MediaService, urlOfFile } from '../media/index.js';
import { NewsService } from '../news/index.js';
import { Soon } from '../signals/index.js';

/** How long news are gathered before what it changed is looked at, in milliseconds. */
const GATHER_MS = 200;
const SECOND_MS = 1_000;
/** Lines of chat kept for pieces that show them. */
const LINES_KEPT = 60;

/** Makes what pages of overlays draw, and says when a piece may show something else. */
@Injectable()
export class Scenes implements OnModuleDestroy {
  private readonly lines: ShownLine[] = [];
  private readonly heeded = new Set<NewsKind>();
  private readonly gathered = new Soon(GATHER_MS, () => {
    const heeded = new Set(this.heeded);
    this.heeded.clear();
    this.tell((piece) => pieceKind(piece)?.heeds.some((each) => heeded.has(each)) ?? false);
  });
  private readonly ticking: NodeJS.Timeout;
  private tell: (heeds: (kind: string) => boolean) => void = () => undefined;
  /** whether any page is open; without one, nothing is looked at */
  isWatched: () => boolean = () => false;

  constructor(
    private readonly world: ChannelWorld,
    private readonly media: MediaService,
    private readonly files: MediaFiles,
    news: NewsService,
  ) {
    news.subscribe((kind, told) => {
      if (kind === 'line' || kind === 'removed' || kind === 'erased') this.follow(kind, told);
      if (this.isWatched()) this.gather(kind);
    });
    this.ticking = setInterval(() => {
      if (this.isWatched()) this.tell((kind) => pieceKind(kind)?.byClock === true);
    }, SECOND_MS).unref();
  }

  onModuleDestroy(): void {
    clearInterval(this.ticking);
    this.gathered.stop();
  }

  /** @param tell is given which kinds of pieces may show something else now */
  whenChanged(tell: (heeds: (kind: string) => boolean) => void): void {
    this.tell = tell;
  }

  scene(overlay: OverlayBody, stage: Stage, audible: boolean): Scene {
    const { width, height } = overlay;
    return {
      width,
      height,
      pieces: drawnPieces(overlay, this.moment()),
      showing: this.shown(stage, Date.now()),
      audible,
    };
  }

  /** What each piece of some kinds shows now. */
  dataOf(
    { pieces }: Pick<OverlayBody, 'pieces'>,
    of: (kind: string) => boolean,
  ): { id: string; data: unknown }[] {
    const moment = this.moment();
    return pieces
      .filter(({ kind }) => of(kind))
      .map((piece) => ({ id: piece.id, data: dataOf(piece, moment) }));
  }

  /** What each piece shows where it is arranged; nothing of those that are hidden. */
  preview({ pieces }: Pick<OverlayBody, 'pieces'>): { id: string; data: unknown }[] {
    const moment = this.moment();
    return pieces.map((piece) => ({ id: piece.id, data: piece.hidden ? null : trialOf(piece, moment) }));
  }

  /** What one piece shows where someone tries it. */
  trial(piece: Piece): unknown {
    return trialOf(piece, this.moment());
  }

  /** What a stage shows now, as a page draws it. */
  shown({ showing }: Stage, at: number): ShownAlert | null {
    if (showing === undefined) return null;
    const { alert, since } = showing;
    const { id, card, text, volume, speak, animation, place, seconds, test } = alert;
    const media = this.found(alert.media);
    return {
      id,
      media: media === undefined ? null : { url: media.url, video: media.kind === 'video' },
      portrait: alert.portrait || card !== null ? portraitOf(alert.viewerName) : null,
      card,
      text,
      sound: this.found(alert.sound)?.url ?? null,
      volume,
      speak,
      animation,
      place,
      ms: seconds * 1_000,
      elapsed: Math.max(0, at - since),
      test,
    };
  }

  /** Where a file of the library is found; undefined where there is none, or its content is gone. */
  found(id: string): { readonly url: string; readonly kind: string } | undefined {
    const known = id === '' ? undefined : this.media.find(id);
    if (known === undefined || this.files.pathOf(known.file) === undefined) return undefined;
    return { url: urlOfFile(known.file), kind: known.kind };
  }

  private moment(): PieceMoment {
    const world = this.world.now();
    const at = Date.now();
    return {
      world,
      at,
      render: textsForNobody(world, at),
      lines: (most) => this.lines.slice(-most),
      media: (id) => this.found(id),
    };
  }

  private gather(kind: NewsKind): void {
    this.heeded.add(kind);
    this.gathered.ask();
  }

  private follow(
    kind: 'line' | 'removed' | 'erased',
    told: Parameters<Parameters<NewsService['subscribe']>[0]>[1],
  ): void {
    if (kind === 'line' && !this.isWatched()) return;
    const { about } = told();
    if (kind === 'line') this.keep(about as LineView);
    else if (kind === 'removed') this.drop(new Set((about as { ids: readonly string[] }).ids));
    // Which of them were theirs is not known here.
    else this.lines.length = 0;
  }

  private keep({ id, name, role, text, own, removed, event, private: isPrivate }: LineView): void {
    // What one viewer is told alone is not for the stream.
    if (event !== null || isPrivate === true) return;
    if (removed) {
      this.drop(new Set([id]));
      return;
    }
    const line: ShownLine = { id, name, role, text, own };
    const at = this.lines.findIndex((each) => each.id === id);
    if (at >= 0) this.lines[at] = line;
    else this.lines.push(line);
    if (this.lines.length > LINES_KEPT) this.lines.splice(0, this.lines.length - LINES_KEPT);
  }

  private drop(ids: ReadonlySet<string>): void {
    const left = this.lines.filter(({ id }) => !ids.has(id));
    this.lines.splice(0, this.lines.length, ...left);
  }
}

/** Where the picture of someone is found; always the same for the same name. */
export function portraitOf(name: string): string {
  return `/overlay/people/${encodeURIComponent(name)}`;
}

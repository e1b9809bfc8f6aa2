import type { IncomingMessage } from 'node:http';
import {
  type OnGatewayConnection,
  type OnGatewayDisconnect,
  SubscribeMessage,
  WebSocketGateway,
} from '@nestjs/websockets';
import type { FromOverlay, PageState, Piece, ToOverlay } from '@gully/core/overlays';
import type { Socket } from 'socket.io';
import { Keepers, Performers } from '../live/index.js';
import { NewsService } from '../news/index.js';
import { Attempts, isSameOrigin } from '../security/index.js';
import { Soon } from '../signals/index.js';
import { OverlaysService } from './overlays.service.js';
import { Scenes } from './scenes.js';
import { StageClock } from './stage-clock.js';
import { StagesStore } from './stages.store.js';

type PageSocket = Socket<FromOverlay, ToOverlay>;

/** One open page of an overlay. */
export interface OpenPage extends PageState {
  readonly overlay: string;
  /** UTC milliseconds */
  readonly since: number;
}

/** Times in a second the control room is told of stages, at most. */
const TELL_MS = 100;

/** Brings overlays to their pages. A page opens one overlay by its secret, and says whether it is seen and can be heard. */
@WebSocketGateway({
  path: '/live',
  namespace: 'overlay',
  serveClient: false,
  maxHttpBufferSize: 10_000,
  allowRequest: (request: IncomingMessage, answer: (error: null, allowed: boolean) => void) => {
    answer(null, isSameOrigin(request.headers));
  },
})
export class PagesGateway implements OnGatewayConnection, OnGatewayDisconnect {
  private readonly pages = new Map<PageSocket, OpenPage>();
  private readonly attempts = new Attempts();
  /** what each piece of an open overlay was last said to show, as JSON */
  private readonly told = new Map<string, string>();
  /** the alert that pages of an overlay were last told of */
  private readonly shown = new Map<string, string | undefined>();
  private readonly roomTold = new Soon(TELL_MS, () => {
    this.news.publish('stage', { at: Date.now() });
  });

  constructor(
    private readonly overlays: OverlaysService,
    private readonly store: StagesStore,
    private readonly scenes: Scenes,
    private readonly clock: StageClock,
    private readonly news: NewsService,
    keepers: Keepers,
    performers: Performers,
  ) {
    scenes.isWatched = () => this.pages.size > 0;
    scenes.whenChanged((of) => {
      this.tellData(of);
    });
    overlays.subscribe((changed) => {
      this.overlaysChanged(changed.map(({ id }) => id));
    });
    overlays.whenRekeyed((id) => {
      this.overlaysChanged([id]);
    });
    keepers.follow('stage', (changes) => {
      for (const overlay of new Set(changes.map((change) => change.overlay))) this.tellShowing(overlay);
      this.roomTold.ask();
    });
    // What was of someone who is erased goes from the stage without having ended there.
    news.subscribe((kind) => {
      if (kind === 'erased') for (const overlay of this.openOverlays()) this.tellShowing(overlay);
    });
    performers.add('sound', ({ sound, volume, overlays: on }) => {
      const found = scenes.found(sound);
      if (found === undefined) return 'the file of the sound is gone';
      const heard = on.flatMap((overlay) => this.heardPage(overlay)?.[0] ?? []);
      for (const page of heard) page.emit('sound', { url: found.url, volume });
      return heard.length === 0 ? 'no overlay that plays sounds is open' : undefined;
    });
  }

  handleConnection(page: PageSocket): void {
    const { address } = page.handshake;
    const { key, wantsSound, visible } = page.handshake.auth as Record<string, unknown>;
    const overlay = typeof key === 'string' ? this.overlays.openedWith(key) : undefined;
    if (overlay === undefined) {
      page.emit('refused', this.attempts.failed(address) ? 'too-many' : 'unknown');
      page.disconnect(true);
      return;
    }
    const state = { visible: visible !== false, wantsSound: wantsSound === true, muted: false, voice: false };
    this.pages.set(page, { overlay: overlay.id, since: Date.now(), ...state });
    this.sendScene(page, overlay.id);
    this.pagesChanged(overlay.id);
  }

  handleDisconnect(page: PageSocket): void {
    const open = this.pages.get(page);
    if (open === undefined) return;
    this.pages.delete(page);
    this.pagesChanged(open.overlay);
  }

  @SubscribeMessage('state')
  stateOf(page: PageSocket, state: unknown): void {
    const open = this.pages.get(page);
    if (open === undefined || typeof state !== 'object' || state === null) return;
    const { visible, wantsSound, muted, voice } = state as Record<string, unknown>;
    this.pages.set(page, {
      ...open,
      visible: visible === true,
      wantsSound: wantsSound === true,
      muted: muted === true,
      voice: voice === true,
    });
    this.pagesChanged(open.overlay);
  }

  /** The pages that show an overlay, the longest open first, and whether each is the one that is heard. */
  pagesOf(overlay: string): (OpenPage & { readonly audible: boolean })[] {
    const heard = this.heardPage(overlay)?.[0];
    return [...this.pages]
      .filter(([, page]) => page.overlay === overlay)
      .map(([socket, page]) => ({ ...page, audible: socket === heard }));
  }

  /** The one that is heard: of those that are seen and want to be, the one that is open longest. */
  private heardPage(overlay: string): [PageSocket, OpenPage] | undefined {
    return [...this.pages].find(([, page]) => page.overlay === overlay && page.visible && page.wantsSound);
  }

  /** Has pages of an overlay try one of its pieces. @returns how many pages do */
  test(overlay: string, piece: Piece): number {
    const data = this.scenes.trial(piece);
    const pages = [...this.pages].filter(([, page]) => page.overlay === overlay);
    if (data !== null) for (const [socket] of pages) socket.emit('test', { id: piece.id, data });
    return data === null ? 0 : pages.length;
  }

  private openOverlays(): ReadonlySet<string> {
    return new Set([...this.pages.values()].map(({ overlay }) => overlay));
  }

  private sendScene(page: PageSocket, id: string): void {
    const overlay = this.overlays.find(id);
    if (overlay === undefined) return;
    const audible = this.heardPage(id)?.[0] === page;
    const scene = this.scenes.scene(overlay, this.store.of(id), audible);
    for (const piece of scene.pieces) this.told.set(`${id} ${piece.id}`, JSON.stringify(piece.data));
    page.emit('scene', scene);
  }

  private pagesChanged(overlay: string): void {
    const heard = this.heardPage(overlay)?.[0];
    for (const [socket, page] of this.pages)
      if (page.overlay === overlay) socket.emit('audible', socket === heard);
    this.store.show(
      overlay,
      [...this.pages.values()].some((page) => page.overlay === overlay && page.visible),
    );
    this.clock.look();
    this.roomTold.ask();
  }

  private overlaysChanged(ids: readonly string[]): void {
    for (const [socket, { overlay }] of this.pages) {
      if (!ids.includes(overlay)) continue;
      const key: unknown = socket.handshake.auth.key;
      if (typeof key === 'string' && this.overlays.openedWith(key)?.id === overlay)
        this.sendScene(socket, overlay);
      else {
        socket.emit('refused', 'unknown');
        socket.disconnect(true);
      }
    }
    this.roomTold.ask();
  }

  private tellData(of: (kind: string) => boolean): void {
    for (const id of this.openOverlays()) {
      const overlay = this.overlays.find(id);
      if (overlay === undefined) continue;
      for (const { id: piece, data } of this.scenes.dataOf(overlay, of)) {
        const json = JSON.stringify(data);
        if (this.told.get(`${id} ${piece}`) === json) continue;
        this.told.set(`${id} ${piece}`, json);
        for (const [socket, page] of this.pages)
          if (page.overlay === id) socket.emit('data', { id: piece, data });
      }
    }
  }

  private tellShowing(overlay: string): void {
    // Much may happen behind what is shown; pages are told of what they draw alone.
    const stage = this.store.of(overlay);
    const id = stage.showing?.alert.id;
    if (this.shown.has(overlay) && this.shown.get(overlay) === id) return;
    this.shown.set(overlay, id);
    const shown = this.scenes.shown(stage, Date.now());
    for (const [socket, page] of this.pages) if (page.overlay === overlay) socket.emit('showing', shown);
  }
}

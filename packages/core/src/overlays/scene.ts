import type { Card, Animation, Place } from '../stage/index.js';
import type { DrawnPiece } from './data.js';

/** An alert as a page shows it. Times are spans: the page's own clock may be hours off. */
export interface ShownAlert {
  readonly id: string;
  readonly media: { readonly url: string; readonly video: boolean } | null;
  /** where the picture of its viewer is found; null where it is not to be shown */
  readonly portrait: string | null;
  readonly card: Card | null;
  readonly text: string;
  readonly sound: string | null;
  /** 0 to 100 */
  readonly volume: number;
  readonly speak: string;
  readonly animation: Animation;
  readonly place: Place;
  /** how long it stands in all, in milliseconds */
  readonly ms: number;
  /** how long it has stood when this was sent */
  readonly elapsed: number;
  readonly test: boolean;
}

/** All a page needs to draw an overlay; sent when it connects, and when the overlay is changed. */
export interface Scene {
  readonly width: number;
  readonly height: number;
  readonly pieces: readonly DrawnPiece[];
  readonly showing: ShownAlert | null;
  /** whether this page is the one that is heard */
  readonly audible: boolean;
}

/** What the server sends to the page of an overlay. */
export interface ToOverlay {
  scene: (scene: Scene) => void;
  /** one piece shows something else now */
  data: (piece: { readonly id: string; readonly data: unknown }) => void;
  showing: (alert: ShownAlert | null) => void;
  /** someone tries one piece: it comes, stays for a moment and goes, marked as a test */
  test: (piece: { readonly id: string; readonly data: unknown }) => void;
  /** a sound beside whatever is shown */
  sound: (sound: { readonly url: string; readonly volume: number }) => void;
  audible: (audible: boolean) => void;
  /** there is no overlay at this address, or too many wrong ones were tried */
  refused: (why: 'unknown' | 'too-many') => void;
}

/** What a page says of itself. */
export interface PageState {
  /** false while the streaming software does not show it */
  readonly visible: boolean;
  /** whether it wants to be heard; a look at it in passing does not */
  readonly wantsSound: boolean;
  /** true when the browser lets it play nothing without a click */
  readonly muted: boolean;
  /** whether it has a voice to read with */
  readonly voice: boolean;
}
/** What the page of an overlay sends to the server. */
export interface FromOverlay {
  state: (state: PageState) => void;
}

import { ANIMATIONS, type Animation } from '../stage/index.js';
import { ALWAYS, type When } from '../stream/index.js';

export const FONTS = ['heading', 'text', 'mono'] as const;
export const ALIGNMENTS = ['left', 'center', 'right'] as const;

/** How a piece looks. Colours are `#rrggbb` or `#rrggbbaa`. */
export interface Look {
  readonly font: (typeof FONTS)[number];
  /** of its letters, in pixels of the overlay */
  readonly size: number;
  readonly colour: string;
  /** empty for none */
  readonly background: string;
  readonly align: (typeof ALIGNMENTS)[number];
  /** a dark edge around letters, so that they can be read over anything */
  readonly edge: boolean;
}

/** One piece on an overlay. Lengths are pixels of the overlay. */
export interface Piece {
  readonly id: string;
  /** one of the registry’s */
  readonly kind: string;
  /** what it is called in the list of layers; empty for what its kind is called */
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly hidden: boolean;
  readonly look: Look;
  readonly entrance: Animation;
  readonly exit: Animation;
  /** how long it stays after what it shows has changed; 0 for always */
  readonly seconds: number;
  readonly when: When;
  /** what its kind asks for, by the names of its blanks */
  readonly settings: Readonly<Record<string, string | number>>;
}

export interface OverlayBody {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  /** a picture to look at it over while it is edited, by its id; empty for none */
  readonly still: string;
  /** from the bottom up */
  readonly pieces: readonly Piece[];
}

export const OVERLAY_LIMITS = {
  name: 60,
  overlays: 20,
  pieces: 40,
  side: { least: 100, most: 4_096 },
  /** a piece is at least so many pixels wide and high */
  piece: 16,
  font: { least: 8, most: 400 },
  seconds: 3_600,
} as const;

export const BLANK_OVERLAY: OverlayBody = { name: '', width: 1_920, height: 1_080, still: '', pieces: [] };

export const USUAL_LOOK: Look = {
  font: 'text',
  size: 36,
  colour: '#fbf8f2',
  background: '#121715cc',
  align: 'left',
  edge: false,
};

/** What every piece has beside its kind, its place and its settings. */
export const USUAL_PIECE = {
  name: '',
  hidden: false,
  look: USUAL_LOOK,
  entrance: 'fade',
  exit: 'fade',
  seconds: 0,
  when: ALWAYS,
} as const satisfies Partial<Piece>;

export function overlayBody({ name, width, height, still, pieces }: OverlayBody): OverlayBody {
  return { name, width, height, still, pieces };
}

const COLOUR = /^#(?:[0-9a-f]{6}|[0-9a-f]{8})$/iu;
export function isColour(text: string): boolean {
  return COLOUR.test(text);
}
export function isAnimation(text: string): text is Animation {
  return (ANIMATIONS as readonly string[]).includes(text);
}

import type { NewsKind } from '../news/index.js';
import type { Blank } from './blank.js';

/** A line of chat as an overlay shows it. */
export interface ShownLine {
  readonly id: string;
  readonly name: string;
  readonly role: string;
  readonly text: string;
  readonly own: boolean;
}

/** What a piece may look at when its data is made. */
export interface PieceMoment<World> {
  readonly world: World;
  /** UTC milliseconds */
  readonly at: number;
  /** a text with its values, for no one in particular */
  readonly render: (text: string) => string;
  /** the latest lines of chat, oldest first */
  readonly lines: (most: number) => readonly ShownLine[];
  /** where a media file is found; undefined for one that is gone */
  readonly media: (id: string) => { readonly url: string; readonly kind: string } | undefined;
}

/** What a piece's blanks hold. */
export type Settings = Readonly<Record<string, string | number>>;

/** All there is to a kind of piece but how it is drawn, which is the page's. */
export interface PieceKind<World, Data = unknown> {
  readonly kind: string;
  readonly label: string;
  /** what it shows, in a line */
  readonly means: string;
  readonly blanks: Readonly<Record<string, Blank>>;
  /** blanks that do not apply as it stands */
  readonly without?: (settings: Settings) => readonly string[];
  readonly settings: Settings;
  /** in pixels of an overlay of 1920 by 1080 */
  readonly width: number;
  readonly height: number;
  /** size of its letters */
  readonly size?: number;
  /** after which news its data may be another */
  readonly heeds: readonly NewsKind[];
  /** whether its data may change by the clock alone, so that it is looked at every second */
  readonly byClock?: boolean;
  /** what a page draws, as JSON; null for nothing */
  data(settings: Settings, moment: PieceMoment<World>): Data | null;
  /** something to see where it is tried or arranged and has nothing of its own to show; made-up names */
  sample(settings: Settings, moment: PieceMoment<World>): Data;
  /** whether what it shows is as good as nothing: a list without rows */
  isBare?(data: Data): boolean;
}

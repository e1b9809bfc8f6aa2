/** How an alert comes onto the stage and leaves it. */
export const ANIMATIONS = ['fade', 'rise', 'drop', 'slide', 'grow', 'none'] as const;
export type Animation = (typeof ANIMATIONS)[number];

/** Where on the stage it stands. */
export const PLACES = ['middle', 'top', 'bottom', 'left', 'right'] as const;
export type Place = (typeof PLACES)[number];

/** What is known of a viewer where their card is shown. */
export interface Card {
  readonly name: string;
  /** with the currency's name; empty without a currency */
  readonly balance: string;
  readonly rank: string;
  /** in words */
  readonly watchTime: string;
}

/** One thing to be shown or heard on a stage. */
export interface Alert {
  readonly id: string;
  /** when it was asked for, UTC milliseconds */
  readonly at: number;
  /** in a few words, for On air: what asked for it */
  readonly title: string;
  /** whom it is of, so that no one viewer fills the stage; empty for nobody */
  readonly viewer: string;
  readonly viewerName: string;
  /** a picture or video, by its id; empty for none */
  readonly media: string;
  /** whether the picture is the viewer's own */
  readonly portrait: boolean;
  readonly card: Card | null;
  readonly text: string;
  /** a sound, by its id; empty for none */
  readonly sound: string;
  /** 0 to 100 */
  readonly volume: number;
  /** what is read aloud; empty for nothing */
  readonly speak: string;
  readonly animation: Animation;
  readonly place: Place;
  /** how long it stands, 1 to `ALERT_SECONDS` */
  readonly seconds: number;
  /** nothing real brought it about */
  readonly test: boolean;
}

/** The longest an alert may stand, in seconds. */
export const ALERT_SECONDS = 120;
/** Characters of an alert's text. */
export const ALERT_TEXT = 300;
/** The most characters that may be read aloud. */
export const SPEAK_LIMIT = 500;

/** Characters a voice reads in a second, with a moment to begin and to end. */
const VOICE_PER_S = 13;
const VOICE_EXTRA_S = 2;

/** How long a voice takes to read a text, in whole seconds. */
export function spokenSeconds(text: string): number {
  return Math.min(ALERT_SECONDS, Math.ceil(text.length / VOICE_PER_S) + VOICE_EXTRA_S);
}

/** A word that leads somewhere: with a scheme, or dotted with an ending of letters. */
const LINK = /(?:https?:\/\/|www\.)\S+|\b[\p{L}\p{N}-]+(?:\.[\p{L}\p{N}-]+)*\.\p{L}{2,}(?:[/:?#]\S*)?/giu;
/** The same letter or sign four times and more. */
const REPEATED = /(.)\1{3,}/gu;

/**
 * A text as a voice may read it: without links, with letters repeated at most three times, and
 * cut off at a word.
 *
 * @param most characters
 */
export function spokenText(text: string, most: number): string {
  const plain = text
    .replace(LINK, ' ')
    .replace(/[\p{C}\s]+/gu, ' ')
    .replace(REPEATED, '$1$1$1')
    .trim();
  const letters = Array.from(plain);
  if (letters.length <= most) return plain;
  const cut = letters.slice(0, most).join('');
  const space = cut.lastIndexOf(' ');
  return (space > most / 2 ? cut.slice(0, space) : cut).trim();
}

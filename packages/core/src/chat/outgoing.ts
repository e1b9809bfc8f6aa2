import { splitText, stripCommandLead, stripControls } from '../text/index.js';

/** Bytes a line may have in chat: IRC's 512 less the prefix a server puts in front. */
export const LINE_BYTES = 450;
/** Lines one text may become; what is longer ends in an ellipsis. */
export const LINE_PARTS = 3;

/**
 * What waits to be said, by urgency: moderation before replies, replies before what a
 * routine goes on to say, that before timers. A reply waits at most five minutes and a
 * timer two, since an answer to nobody is noise.
 */
export const URGENCIES = ['moderation', 'reply', 'routine', 'timer'] as const;
export type Urgency = (typeof URGENCIES)[number];
export const STALE_AFTER_MS: Readonly<Record<Urgency, number>> = {
  moderation: Infinity,
  reply: 300_000,
  routine: 300_000,
  timer: 120_000,
};

/**
 * Makes a text fit to leave for chat: no line ends or control characters, no leading
 * `/` or `.` except where the streamer's own letters put it there, and lines of at most
 * LINE_BYTES. Nothing visible left means no lines at all.
 *
 * @param ownStart true when the text begins with letters the streamer wrote, not with a value
 */
export function prepareLines(text: string, ownStart: boolean): string[] {
  const plain = stripControls(text).trim();
  const safe = ownStart ? plain : stripCommandLead(plain);
  return splitText(safe, LINE_BYTES, LINE_PARTS)
    .map((part, index) => (index === 0 ? part : stripCommandLead(part)))
    .filter((part) => /[^\s\p{Cf}]/u.test(part));
}

/** A line that waits to be said. */
export interface Waiting {
  readonly text: string;
  /** the whole text it is a part of; parts of one text are never taken for repeats of each other */
  readonly whole: { readonly text: string };
  readonly urgency: Urgency;
  /** when it was to be said, UTC milliseconds */
  readonly at: number;
}

export interface Sorted<T extends Waiting> {
  readonly waiting: readonly T[];
  readonly dropped: readonly { readonly item: T; readonly reason: 'stale' | 'repeated' }[];
}

/**
 * The order in which waiting lines leave: by urgency, then by age. Drops what is too old
 * to make sense, and of equal whole texts that wait all but the first.
 */
export function sortWaiting<T extends Waiting>(items: readonly T[], now: number): Sorted<T> {
  const dropped: { item: T; reason: 'stale' | 'repeated' }[] = [];
  const [only] = items;
  if (items.length === 1 && only !== undefined && !isStale(only, now)) return { waiting: items, dropped };
  const firsts = new Map<string, Waiting['whole']>();
  const waiting = [...items]
    .sort((a, b) => URGENCIES.indexOf(a.urgency) - URGENCIES.indexOf(b.urgency) || a.at - b.at)
    .filter((item) => {
      const reason = reasonToDrop(item, firsts.get(item.whole.text), now);
      if (reason !== undefined) dropped.push({ item, reason });
      else firsts.set(item.whole.text, item.whole);
      return reason === undefined;
    });
  return { waiting, dropped };
}

function reasonToDrop(
  item: Waiting,
  first: Waiting['whole'] | undefined,
  now: number,
): 'stale' | 'repeated' | undefined {
  if (isStale(item, now)) return 'stale';
  return first !== undefined && first !== item.whole ? 'repeated' : undefined;
}

function isStale({ at, urgency }: Waiting, now: number): boolean {
  return now - at > STALE_AFTER_MS[urgency];
}

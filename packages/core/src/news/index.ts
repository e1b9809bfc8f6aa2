import type { LineOutcome, RefusalReason, Role } from '../chat/index.js';
import { THING_KINDS, type ThingKind } from '../things/index.js';

/**
 * What the server tells open pages as it happens. Each piece of news has a number, so a
 * page that lost the connection asks for what it missed, by number.
 */

/** One line of chat as a page shows it. Times are ISO 8601. */
export interface LineView {
  readonly id: string;
  readonly at: string;
  /** the viewer's id; null for the bot's own, and for what the channel does itself */
  readonly viewer: string | null;
  readonly name: string;
  readonly role: Role;
  readonly text: string;
  /** true when the bot said it */
  readonly own: boolean;
  readonly outcome: LineOutcome;
  /** the why in a few words; empty when there is nothing to tell */
  readonly brief: string;
  /** true when it was removed from chat */
  readonly removed: boolean;
  /** the kind of an event among the lines, whose text follows the name; null for what was written */
  readonly event: string | null;
  /** true for an event that someone raised by hand */
  readonly byHand: boolean;
  /** the bot said it to one viewer alone: it is shown in the control room only; told with news alone */
  readonly private?: boolean;
}

export const CONNECTION_STATES = [
  'unset',
  'connecting',
  'connected',
  'limited',
  'muted',
  'lost',
  'refused',
] as const;
/** unset: nobody said where the room is; limited: connected without moderator rights; muted: in the room and not let speak; refused: the server said no. */
export type ConnectionState = (typeof CONNECTION_STATES)[number];

export interface ConnectionView {
  readonly state: ConnectionState;
  readonly since: string;
  /** the server's own words for a refusal, or why the connection was lost */
  readonly words: string;
  readonly nextTryAt: string | null;
  readonly nick: string;
  readonly channel: string;
  readonly server: string;
  readonly present: number;
  /** IRCv3 capabilities the server granted */
  readonly capabilities: readonly string[];
  /** lines waiting to be said */
  readonly waiting: number;
}

/** The stream as a page shows it. */
export interface StreamView {
  readonly live: boolean;
  readonly liveSince: string | null;
  readonly title: string;
  readonly category: string;
  readonly viewers: number;
  /** false where no platform tells */
  readonly known: boolean;
}

export const ACTIVITY_KINDS = ['connection', 'arrival', 'ran', 'stopped', 'changed', 'event'] as const;
export type ActivityKind = (typeof ACTIVITY_KINDS)[number];

export const ABOUT_KINDS = ['line', 'run', ...THING_KINDS] as const;
/** What an entry of the activity is about. */
export interface About {
  readonly kind: (typeof ABOUT_KINDS)[number];
  readonly id: string;
}

export interface ActivityView {
  readonly id: string;
  readonly at: string;
  readonly kind: ActivityKind;
  /** who or what it is of, shown strong */
  readonly subject: string;
  readonly text: string;
  /** what can be opened from it: the why of a line or a run, or a thing */
  readonly about: About | null;
}

export const RUN_ENDINGS = ['done', 'stopped', 'failed', 'limited', 'refused', 'going'] as const;
/** How a run ended; refused: it was not begun; going: it goes on. */
export type RunEnding = (typeof RUN_ENDINGS)[number];

/** One run as Review shows it, or something that was refused before it ran. */
export interface RunView {
  readonly id: string;
  readonly at: string;
  readonly endedAt: string | null;
  /** the routine's id, or the command's */
  readonly owner: string;
  readonly title: string;
  /** what started it, in words */
  readonly by: string;
  readonly viewer: string;
  readonly ended: RunEnding;
  /** in words, empty when there is nothing to add */
  readonly words: string;
  /** of what was refused, for what kind of reason */
  readonly reason: RefusalReason | null;
  /** the line of chat that was refused, whose why is kept with it; null for a run */
  readonly line: string | null;
}

/** How often a command was used. */
export interface CommandCounts {
  readonly id: string;
  readonly uses: number;
  readonly usesLastWeek: number;
  /** ISO 8601 */
  readonly lastUse: string | null;
}

/** Something under way that takes more than a moment. */
export interface TaskView {
  readonly id: string;
  /** what it does: *Importing viewers* */
  readonly name: string;
  /** the part of it that is under way; empty before the first */
  readonly doing: string;
  readonly done: number;
  /** 0 where it is not known how much there is to do */
  readonly total: number;
}

export interface NewsOf {
  line: LineView;
  connection: ConnectionView;
  activity: ActivityView;
  /** things of a kind were made, changed, removed or put back */
  thing: { readonly of: ThingKind; readonly ids: readonly string[] };
  stream: StreamView;
  /** commands were used; told at most every second, with how often that now is */
  uses: { readonly counts: readonly CommandCounts[] };
  counter: { readonly name: string; readonly value: number | null };
  /** a run began, went on or ended */
  run: RunView;
  /** where timers stand changed; told at most every few seconds. UTC milliseconds */
  timers: { readonly at: number };
  /** there is something new of the guard; told at most twice a second. UTC milliseconds */
  catches: { readonly at: number };
  /** currency moved; told at most twice a second. UTC milliseconds */
  ledger: { readonly at: number };
  queue: { readonly ids: readonly string[] };
  /** something was bought, or what was bought stands otherwise */
  redemption: { readonly ids: readonly string[] };
  /** rounds of games began, went on or ended; told at most ten times a second */
  game: { readonly ids: readonly string[] };
  /** what is shown on stages, or which pages show them, changed; told at most ten times a second. UTC milliseconds */
  stage: { readonly at: number };
  /** a text file was written or taken away */
  output: { readonly name: string };
  webhook: { readonly name: string };
  delivery: { readonly id: string };
  /** lines that were taken out of chat */
  removed: { readonly ids: readonly string[] };
  setting: { readonly key: string };
  /** someone's texts and names were erased from what pages show */
  erased: { readonly viewer: string };
  /** what takes long, and how far it is; told a few times a second while there is any */
  tasks: { readonly running: readonly TaskView[] };
}

export type NewsKind = keyof NewsOf;

/** Who may know: people in the control room, what is shown on the stream, or everyone. */
export type Audience = 'control-room' | 'overlays' | 'public';

/** Who each kind of news is for; a kind without one does not compile. Nothing of today's goes further. */
export const AUDIENCE_OF: Readonly<Record<NewsKind, Audience>> = {
  line: 'control-room',
  connection: 'control-room',
  activity: 'control-room',
  thing: 'control-room',
  stream: 'control-room',
  uses: 'control-room',
  counter: 'control-room',
  run: 'control-room',
  timers: 'control-room',
  catches: 'control-room',
  ledger: 'control-room',
  queue: 'control-room',
  redemption: 'control-room',
  game: 'control-room',
  stage: 'control-room',
  output: 'control-room',
  webhook: 'control-room',
  delivery: 'control-room',
  removed: 'control-room',
  setting: 'control-room',
  erased: 'control-room',
  tasks: 'control-room',
};
export type News = { [K in NewsKind]: { readonly kind: K; readonly about: NewsOf[K] } }[NewsKind];
export type NumberedNews = News & { readonly number: number };

/** What a page says on connecting: the run of the server it knew, and the last number it saw. */
export interface ResumePoint {
  readonly run: string;
  readonly last: number;
}

/** Sent once after connecting: what was missed, or null when too much was and all is to be asked for again. */
export interface Welcome {
  readonly run: string;
  readonly last: number;
  readonly missed: readonly NumberedNews[] | null;
}

/** Where someone in a queue stands. */
export const LIVE_STATES = ['waiting', 'called', 'confirmed', 'playing'] as const;
/** How it ended. */
export const END_STATES = ['done', 'missed', 'left', 'removed'] as const;
export type LiveState = (typeof LIVE_STATES)[number];
export type EndState = (typeof END_STATES)[number];

/** Minutes, least and most. */
export interface Range {
  readonly least: number;
  readonly most: number;
}

/** Someone in a queue, from joining to the end. Times are UTC milliseconds. */
export interface QueueEntry {
  readonly id: string;
  readonly viewer: string;
  /** their name when they joined; they may have taken another since */
  readonly name: string;
  readonly state: LiveState | EndState;
  /** those who wait stand in the order of this; a number between two others makes room for one more */
  readonly place: number;
  /** by what the queue's order compares those who wait; smaller comes first */
  readonly key: number;
  /** a person put them there, or a missed call: nobody is put before them by the order */
  readonly byHand: boolean;
  readonly joinedAt: number;
  /** the wait they were told when they joined; undefined where none could be told */
  readonly told: Range | undefined;
  /** units in escrow, given back where they do not get their turn */
  readonly paid: number;
  readonly calledAt: number | undefined;
  /** when the call runs out */
  readonly until: number | undefined;
  /** they were reminded of this call */
  readonly reminded: boolean;
  /** calls they missed and were moved back for */
  readonly missed: number;
  readonly startedAt: number | undefined;
  readonly endedAt: number | undefined;
}

/** A turn that was played to its end. */
export interface Turn {
  /** the entry's id */
  readonly id: string;
  readonly viewer: string;
  readonly calledAt: number;
  readonly endedAt: number;
}

/** Turns by which waits are told. */
export const TURNS_LOOKED_AT = 10;
/** Milliseconds for which turns are remembered beyond those. */
export const TURNS_KEPT_MS = 24 * 3_600_000;

/** A queue as it stands. */
export interface QueueState {
  readonly open: boolean;
  /** when it was last opened */
  readonly openedAt: number | undefined;
  /** how many have joined since */
  readonly joins: number;
  /** those in it now, by id */
  readonly entries: ReadonlyMap<string, QueueEntry>;
  /** those waiting, in their order */
  readonly waiting: readonly QueueEntry[];
  /** the last, oldest first */
  readonly turns: readonly Turn[];
}

export const NEW_QUEUE: QueueState = {
  open: false,
  openedAt: undefined,
  joins: 0,
  entries: new Map(),
  waiting: [],
  turns: [],
};

export function isLive({ state }: Pick<QueueEntry, 'state'>): boolean {
  return (LIVE_STATES as readonly string[]).includes(state);
}

/** Those in some states, the longest in the queue first. */
export function inState({ entries }: QueueState, ...states: readonly LiveState[]): QueueEntry[] {
  return [...entries.values()]
    .filter(({ state }) => (states as readonly string[]).includes(state))
    .sort((a, b) => (a.calledAt ?? a.joinedAt) - (b.calledAt ?? b.joinedAt) || compareWaiting(a, b));
}

/** In the order in which they wait; whoever was called at once with others keeps it. */
export function compareWaiting(a: QueueEntry, b: QueueEntry): number {
  return a.place - b.place || a.joinedAt - b.joinedAt || (a.id < b.id ? -1 : 1);
}

/** A viewer's own entry; undefined for someone who is not in it. */
export function entryOf({ entries }: QueueState, viewer: string): QueueEntry | undefined {
  for (const entry of entries.values()) if (entry.viewer === viewer) return entry;
  return undefined;
}

/** The place of someone who waits, from 1; 0 for one who does not. */
export function placeOf({ waiting }: QueueState, id: string): number {
  return waiting.findIndex((entry) => entry.id === id) + 1;
}

import type { Role } from '../chat/index.js';
import type { Chance, DrawState } from '../random/index.js';
import type { StreamState } from '../stream/index.js';
import type { ViewerFacts } from '../viewers/index.js';

export interface CounterState {
  readonly value: number;
  /** the highest it has been */
  readonly most: number;
}

/** What texts and steps look at. The server gives the real one, rehearsal a copy. */
export interface RoutineWorld {
  readonly channelName: string;
  /** IANA name of the time zone hours and days are told in */
  readonly timeZone: string;
  readonly stream: StreamState;
  readonly chance: Chance;
  /** undefined for a counter that was never changed */
  counter(name: string): CounterState | undefined;
  counterNames(): readonly string[];
  /** what is remembered of a step's draws */
  drawState(owner: string, step: string): DrawState | undefined;
}

/** Who and what started a routine. */
export interface Occasion {
  /** what the routine belongs to; with a step's id it names what is remembered of the step */
  readonly owner: string;
  readonly viewer: ViewerFacts;
  /** roles at this message, which may be newer than those last stored */
  readonly roles: readonly Role[];
  /** the viewer named, else the one who typed */
  readonly target: ViewerFacts;
  readonly inputs: Readonly<Record<string, unknown>>;
  /** all that was typed */
  readonly typed: string;
  readonly command: { readonly name: string; readonly uses: number; readonly usesByViewer: number };
  /** names of the commands open to the viewer; asked only when a text wants them */
  readonly openCommands: () => readonly string[];
  readonly at: number;
}

/** A counter's new value, to be written down. */
export interface CounterChange {
  readonly kind: 'counter';
  readonly counter: string;
  readonly value: number;
  readonly at: number;
}

/** A draw to be remembered. */
export interface DrawChange {
  readonly kind: 'draw';
  readonly owner: string;
  readonly step: string;
  readonly state: DrawState;
}

/** Something to be done once the changes are on disk. */
export interface SayEffect {
  readonly kind: 'say';
  /** ready for chat: cleaned, and split into lines a server takes */
  readonly lines: readonly string[];
}

import type { Role } from '../chat/index.js';
import type { PostedChange, PurseView } from '../currency/index.js';
import type { DrawnChange, ListsView } from '../lists/index.js';
import type { BumpChange, HandleChange, QueueChange, QueueView } from '../queue/index.js';
import type { GamesView, PlayedChange, SaidOfGame, Told } from '../plays/index.js';
import type { Chance, DrawState } from '../random/index.js';
import type { RedemptionChange, RewardsView } from '../redemptions/index.js';
import type { StageChange, StagesView } from '../stage/index.js';
import type { StreamState } from '../stream/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import type { EventFacts, EventKind } from './event.js';
import type { PreparedNamed } from './named.js';
import type { PreparedRoutine } from './prepare.js';
import type { RunState } from './run-state.js';
import type { CommandStep, Span, Step, TimerStep } from './step.js';

export interface CounterState {
  readonly value: number;
  /** the highest it has been */
  readonly most: number;
}

/** For whom, or how long, something is remembered outside a run. */
export const KEPT_SPANS = ['viewer', 'stream', 'good'] as const satisfies readonly Span[];
export type KeptSpan = (typeof KEPT_SPANS)[number];

/** What games say, as routines; undefined where they say nothing then. */
export interface GameTexts {
  of(game: string, said: SaidOfGame, chance: Chance): PreparedRoutine | undefined;
}

export interface CountersView {
  /** undefined for a counter that was never changed */
  of(name: string): CounterState | undefined;
  names(): readonly string[];
}

export interface DrawsView {
  /** what is remembered of a step's draws */
  of(owner: string, step: string): DrawState | undefined;
}

export interface MemoryView {
  /** @param viewer the viewer's id; ignored for what is not remembered by viewer */
  recall(span: KeptSpan, viewer: string, name: string): string | undefined;
  names(): readonly string[];
}

export interface RoutinesView {
  /** a routine that another may run, by id */
  find(id: string): PreparedRoutine | undefined;
  /** those that wait for an event of a kind, in the order of their names */
  forEvent(kind: EventKind): readonly PreparedNamed[];
}

export interface RunsView {
  /** how many runs of a routine are under way, and how many starts wait behind them */
  of(owner: string): { readonly running: number; readonly inTurn: number };
}

export interface WebhooksView {
  names(): readonly string[];
}

/** What texts and steps look at, by area. The server gives the real one, rehearsal a copy. */
export interface RoutineWorld {
  readonly channelName: string;
  /** IANA name of the time zone hours and days are told in */
  readonly timeZone: string;
  readonly stream: StreamState;
  readonly chance: Chance;
  /** counts the render steps that were taken, for whoever decides many things in a row */
  readonly work?: { steps: number } | undefined;
  readonly counters: CountersView;
  readonly draws: DrawsView;
  readonly lists: ListsView;
  readonly memory: MemoryView;
  readonly routines: RoutinesView;
  readonly runs: RunsView;
  readonly webhooks: WebhooksView;
  readonly purse: PurseView;
  readonly queue: QueueView;
  readonly rewards: RewardsView;
  readonly games: GamesView;
  readonly gameTexts: GameTexts;
  readonly stages: StagesView;
  readonly grace: {
    /** until when a viewer may post links; undefined for somebody who was never let */
    until(viewer: string): number | undefined;
    /** how long it usually lasts, in seconds */
    readonly seconds: () => number;
  };
  readonly latest: {
    /** the name of who followed last; empty where no one did */
    follower(): string;
  };
  readonly timers: {
    /** those that are due next, in words; asked only when a text wants them */
    inWords(): string;
    /** by id; undefined when there is no such timer */
    nameOf(id: string): string | undefined;
  };
  readonly commands: {
    /** names of the commands open to a viewer; asked only when a text wants them */
    openTo(viewer: ViewerFacts, roles: readonly Role[]): readonly string[];
    /** all of them with who may use them, in words; asked only when a text wants it */
    byRole(): string;
    /** a command that does such a step, as it is typed; undefined where there is none that is on */
    doing(fits: (step: Step) => boolean): string | undefined;
  };
}

/** The world of a routine that may itself bring about counters and words: they are known before it ever did. */
export function withNames<W extends Pick<RoutineWorld, 'counters' | 'memory'>>(
  world: W,
  names: { readonly counters: readonly string[]; readonly words: readonly string[] },
): W {
  const { counters, memory } = world;
  return {
    ...world,
    counters: { ...counters, names: () => [...new Set([...counters.names(), ...names.counters])] },
    memory: { ...memory, names: () => [...new Set([...memory.names(), ...names.words])] },
  };
}

/** Who and what started a routine. It is kept as JSON while a run waits. */
export interface Occasion {
  /** names the message or event; with the routine it names the run */
  readonly cause: string;
  /** in words, for lists of what ran: `!question` or `a raid` */
  readonly by: string;
  readonly viewer: ViewerFacts;
  /** roles at this message, which may be newer than those last stored */
  readonly roles: readonly Role[];
  /** the viewer named, else the one who typed */
  readonly target: ViewerFacts;
  readonly inputs: Readonly<Record<string, unknown>>;
  /** the names of the inputs declared, for telling unknown values */
  readonly inputNames: readonly string[];
  /** all that was typed */
  readonly typed: string;
  /** the message to answer to, undefined where there was none */
  readonly line: string | undefined;
  readonly command: { readonly name: string; readonly uses: number; readonly usesByViewer: number };
  readonly event: EventFacts | undefined;
  /** the queue it is about, by id, where that is not the current one */
  readonly queue?: { readonly id: string; readonly whileOff: boolean };
  /** the purchase it carries out, by ids; its end says what becomes of that */
  readonly redemption?: { readonly id: string; readonly reward: string };
  /** the game it is about, by id, and what there is to tell of it */
  readonly game?: { readonly id: string; readonly told: Told };
  /** true when nothing real brought it about, so that what it shows is marked */
  readonly test?: boolean;
  readonly at: number;
}

/** A counter's new value, to be written down. */
export interface CounterChange {
  readonly kind: 'counter';
  readonly counter: string;
  readonly value: number;
  readonly at: number;
}

/** A draw among a step's texts, to be remembered. */
export interface DrawChange {
  readonly kind: 'draw';
  readonly owner: string;
  readonly step: string;
  readonly state: DrawState;
}

/** Something remembered, or with null forgotten. */
export interface RememberedChange {
  readonly kind: 'remembered';
  readonly span: KeptSpan;
  /** the viewer's id; empty for what is not remembered by viewer */
  readonly viewer: string;
  readonly name: string;
  readonly text: string | null;
  /** the id of the viewer who had it remembered */
  readonly by: string;
  readonly at: number;
}

/** A post to a webhook, on disk before it is tried, so that it survives a restart. */
export interface PostChange {
  readonly kind: 'post';
  /** unlike that of any other post, so that what is sent twice is known to be the same */
  readonly id: string;
  readonly webhook: string;
  readonly body: string;
  readonly at: number;
}

/** Somebody may post links for a while. */
export interface GraceChange {
  readonly kind: 'grace';
  /** the viewer's id, and their name */
  readonly viewer: string;
  readonly name: string;
  /** UTC milliseconds */
  readonly until: number;
  readonly at: number;
  /** who let them, by name */
  readonly by: string;
}

/** A run that continues later is kept; one that ended is let go. */
export type RunChange =
  | { readonly kind: 'run'; readonly run: RunState }
  | { readonly kind: 'run-ended'; readonly id: string; readonly owner: string };

export type RoutineChange =
  | CounterChange
  | DrawChange
  | DrawnChange
  | RememberedChange
  | PostChange
  | GraceChange
  | PostedChange
  | QueueChange
  | BumpChange
  | HandleChange
  | RedemptionChange
  | PlayedChange
  | StageChange
  | RunChange;

/** Says lines, in chat for all, unless `to` says otherwise. */
export interface SayEffect {
  readonly kind: 'say';
  /** ready for chat: cleaned, and split into lines a server takes */
  readonly lines: readonly string[];
  readonly to?: { readonly how: 'reply' | 'tell'; readonly name: string; readonly line: string | undefined };
  /** true for what a run says beyond its first message; it lets answers to others go first */
  readonly later?: boolean;
}

/** Done outside, and the run goes on with what came of it. */
export type AskEffect =
  | { readonly kind: 'clear' }
  /** a sound beside whatever is shown; it is not waited for */
  | {
      readonly kind: 'sound';
      readonly sound: string;
      readonly volume: number;
      readonly overlays: readonly string[];
    }
  /** the run goes on once these alerts are over */
  | { readonly kind: 'over'; readonly alerts: readonly string[] }
  | { readonly kind: 'output'; readonly file: string; readonly text: string }
  | {
      readonly kind: 'line';
      readonly does: 'add' | 'take';
      /** the list's id, and its name */
      readonly list: string;
      readonly of: string;
      /** where the line stands, or would, counted from 0 */
      readonly place: number;
      readonly text: string;
    }
  | {
      readonly kind: 'command';
      readonly does: CommandStep['does'];
      /** with or without the prefix */
      readonly name: string;
      readonly text: string;
    }
  | {
      readonly kind: 'timer';
      readonly does: TimerStep['does'];
      /** its id; empty where it is told by name alone */
      readonly timer: string;
      readonly name: string;
    };

export type RoutineEffect = SayEffect | (AskEffect & { readonly run: string });

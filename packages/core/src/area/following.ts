import type { Check } from '../chat/index.js';
import type { Kinded } from '../layers/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import type { EventFacts, OccasionBase } from './occasion.js';
import type { SayEffect, ReadyRoutine } from './step-kind.js';
import type { AnyStep } from './step.js';

/** When something that follows is decided, and who is present. */
export interface FollowMoment {
  /** UTC milliseconds */
  readonly at: number;
  /** unlike that of any other moment */
  readonly id: string;
  /** those present, where it asked for them */
  readonly present: readonly ViewerFacts[];
}

/** A routine that is begun: one made ready, or steps that are. */
export interface Begins {
  readonly routine:
    ReadyRoutine | { readonly id: string; readonly title: string; readonly steps: readonly AnyStep[] };
  readonly occasion: OccasionBase;
  /** what was checked until here */
  readonly checks?: readonly Check[];
}

/** What something that follows comes to. */
export interface FollowDecided<Change extends Kinded, Effect extends Kinded> {
  readonly changes: readonly Change[];
  readonly effects?: readonly (Effect | SayEffect)[];
  /** begun on the channel with those changes made */
  readonly begins?: Begins | undefined;
}

/** Something that happened, for routines that wait for it. */
export interface Happens<Event extends string, About> {
  readonly does: 'happen';
  readonly event: EventFacts<Event> &
    Partial<About> & {
      readonly viewer: { readonly id: string; readonly name: string };
      /** UTC milliseconds */
      readonly at: number;
    };
}

/** Something that is decided in its turn, after what it follows from is on disk. */
export interface Decides<World, Change extends Kinded, Effect extends Kinded> {
  readonly does: 'decide';
  /** ids of those it is about; what is known of them is loaded before */
  readonly about: readonly string[];
  /** why its effects are done, as the end of a sentence that begins with “Said because” */
  readonly because: string;
  /** true where those present have to do with it */
  readonly company?: boolean;
  /** @returns undefined where nothing comes of it any more */
  readonly decide: (world: World, moment: FollowMoment) => FollowDecided<Change, Effect> | undefined;
}

/** Something said to one viewer alone, which may not get there; what follows depends on that. */
export interface Hands<World, Change extends Kinded, Effect extends Kinded, Event extends string, About> {
  readonly does: 'hand';
  readonly viewer: string;
  readonly name: string;
  readonly because: string;
  /** what the log of chat shows in its place; left out for what is no secret */
  readonly logged?: string;
  /** what is said; with `hidden`, without what is theirs alone */
  readonly lines: (world: World, at: number, hidden: boolean) => readonly string[];
  readonly then: (
    failed: HandFailure | undefined,
  ) => readonly FollowUp<World, Change, Effect, Event, About>[];
}

/** Why something did not get to a viewer. */
export interface HandFailure {
  readonly words: string;
  /** it may have got there all the same */
  readonly unsure: boolean;
}

/** What follows a change. */
export type FollowUp<World, Change extends Kinded, Effect extends Kinded, Event extends string, About> =
  Happens<Event, About> | Decides<World, Change, Effect> | Hands<World, Change, Effect, Event, About>;

/** What time brings about next, and when. */
export interface Due<World, Change extends Kinded, Effect extends Kinded> {
  /** UTC milliseconds */
  readonly at: number;
  readonly follow: Decides<World, Change, Effect>;
}

import type { AreaTypes, EventFacts, Given, OccasionBase, SayEffect } from '../area/index.js';
import type { Chance } from '../random/index.js';
import type { AREAS } from './areas.js';
import type { LIVE_AREAS } from './live-areas.js';

type TypesOf<A> = A extends { readonly types?: infer T } ? Extract<T, AreaTypes> : never;
type Types = TypesOf<(typeof LIVE_AREAS)[number]>;
/** Of several types, one that is all of them. */
type AllOf<U> = (U extends unknown ? (each: U) => void : never) extends (all: infer All) => void
  ? All
  : never;
type Views = AllOf<Given<Types, 'view'>>;

/** Everything decisions look at, by area. The server gives the channel as it is; rehearsal gives a copy. */
export interface World extends Views {
  /** the identity of the bot itself */
  readonly self: string;
  readonly channelName: string;
  /** IANA name of the time zone hours and days are told in */
  readonly timeZone: string;
  readonly chance: Chance;
  /** counts the render steps that were taken, where many things are decided in a row */
  readonly work?: { steps: number } | undefined;
}

/** Something that happened to live state, to be written down. */
export type Change = Given<Types, 'change'>;

/** What a step asks of the outside; the run then goes on with what came of it. */
export type AskEffect = Given<Types, 'ask'>;

/** What a run has done. */
export type RunEffect = SayEffect | (AskEffect & { readonly run: string });

/** Something to be done; what a run asked for names the run. */
export type Effect = SayEffect | Given<Types, 'effect'> | (AskEffect & { readonly run?: string });

export type Step = Given<Types, 'step'>;
export type StepKindName = Step['kind'];
export type StepOf<K extends StepKindName> = Extract<Step, { readonly kind: K }>;

/** What happens on a channel and may start routines, but for a button. */
export type EventName = Given<Types, 'event'>;
/** `hand`: someone pressed the button. */
export type EventKind = EventName | 'hand';

/** What runs and events may be about. */
export type About = Partial<AllOf<Given<Types, 'about'>>>;

/** Who and what started a routine, and what that is about. It is kept as JSON while a run waits. */
export type Occasion = OccasionBase<EventKind> & About;
export type { EventFacts };

type Looked = AllOf<Given<Types, 'looksAt', object>>;
type Made = Given<Types, 'makes'>;
type Offering = Extract<Types, { readonly step: unknown } | { readonly event: unknown }>;
/** Does not compile where an area with steps or events is missing from `AREAS`. */
export const EVERY_OFFER_IS_LISTED: Offering extends TypesOf<(typeof AREAS)[number]> ? true : never = true;
/** Does not compile where an area looks at something no area has, or makes a change no area knows. */
export const EVERY_AREA_IS_SERVED: World extends Looked ? (Made extends Change ? true : never) : never = true;

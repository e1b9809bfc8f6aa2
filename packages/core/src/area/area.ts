import type { Kinded, Slice } from '../layers/index.js';
import type { EndedRun, RunEnding } from './ending.js';
import type { EventDeclared } from './event.js';
import type { Due, FollowUp } from './following.js';
import type { AnyStep } from './step.js';
import type { StepKind, StepRun } from './step-kind.js';
import type { PersonOf, ValueEntry, ValueLine, ValuesOf } from './value.js';

/** The types of an area. It leaves out what it does not have. */
export interface AreaTypes {
  /** its parts of the world, by name */
  readonly view?: object;
  /** what its functions look at beside those */
  readonly looksAt?: object;
  /** its own kinds of change */
  readonly change?: Kinded;
  /** changes of other areas that its steps make, or that follow from the end of a run */
  readonly makes?: Kinded;
  readonly step?: AnyStep;
  /** what its steps ask of the outside, and then wait for */
  readonly ask?: Kinded;
  /** what else it has done */
  readonly effect?: Kinded;
  /** effects of other areas that follow its changes */
  readonly causes?: Kinded;
  /** kinds of events it raises */
  readonly event?: string;
  /** what it adds to the occasion of a run: what that is about */
  readonly about?: object;
}

/** One of an area's types; `Otherwise` where it leaves that out. Of several areas, all of them. */
export type Given<T, K extends keyof AreaTypes, Otherwise = never> =
  T extends Readonly<Record<K, infer V extends Required<AreaTypes>[K]>> ? V : Otherwise;

/** What of the world an area's functions look at. */
export type Seen<T extends AreaTypes> = Given<T, 'view', unknown> & Given<T, 'looksAt', unknown>;
type Changes<T extends AreaTypes> = Given<T, 'change'> | Given<T, 'makes'>;
type About<T extends AreaTypes> = Given<T, 'about', object>;

/** A step of an area while it runs. */
export type StepRunOf<T extends AreaTypes> = StepRun<Seen<T>, Changes<T>, About<T>>;
/** A kind of step of an area. */
export type StepKindOf<T extends AreaTypes, S extends AnyStep> = StepKind<S, StepRunOf<T>, Given<T, 'ask'>>;
/** What an area's values are worked out from. */
export type ValuesOfArea<T extends AreaTypes> = ValuesOf<Seen<T>, About<T>>;
export type EndedRunOf<T extends AreaTypes> = EndedRun<Seen<T>, About<T>>;
type Effects<T extends AreaTypes> = Given<T, 'effect'> | Given<T, 'causes'>;
/** What follows an area's changes. */
export type FollowUpOf<T extends AreaTypes> = FollowUp<
  Seen<T>,
  Changes<T>,
  Effects<T>,
  Given<T, 'event'>,
  About<T>
>;
/** What time brings about in an area. */
export type DueOf<T extends AreaTypes> = Due<Seen<T>, Changes<T>, Effects<T>>;

type ByKind<U extends Kinded> = { readonly [K in U['kind']]: Extract<U, { readonly kind: K }> };
/** One for each kind; all of them, or it does not compile. */
type SlicesOf<T extends AreaTypes, C extends Kinded> = {
  readonly [K in keyof ByKind<C>]: Slice<Seen<T>, ByKind<C>[K]>;
};
type StepsOf<T extends AreaTypes, S extends AnyStep> = {
  readonly [K in S['kind']]: StepKindOf<T, Extract<S, { readonly kind: K }>>;
};
/** What is done, in words; undefined for what other lists show. */
export type EffectWords<E extends Kinded> = {
  readonly [K in keyof ByKind<E>]: (effect: ByKind<E>[K]) => string | undefined;
};

type FollowUpsOf<T extends AreaTypes, C extends Kinded> = {
  readonly [K in keyof ByKind<C>]?: (change: ByKind<C>[K], world: Seen<T>) => readonly FollowUpOf<T>[];
};

/** `R`, where an area has types called `K`. */
type Where<T extends AreaTypes, K extends keyof AreaTypes, R> =
  T extends Readonly<Record<K, unknown>> ? R : object;

/** What an area offers people: steps and events. A kind of step or event that is not there does not compile. */
export type Area<T extends AreaTypes> = {
  /** carries the types; it is never there */
  readonly types?: T;
} & Where<T, 'step', { readonly steps: StepsOf<T, Given<T, 'step'>> }> &
  Where<T, 'event', { readonly events: Readonly<Record<Given<T, 'event'>, EventDeclared>> }>;

/** What every area may say of its state. */
interface Anyhow<T extends AreaTypes> {
  /** the values texts may use, as the reference shows them */
  readonly values?: readonly ValueEntry[];
  /** what there is to know of a person, below `viewer.` and `target.` */
  readonly personValues?: readonly ValueLine[];
  /** the values, by the word their paths begin with; a function inside is asked only when its value is used */
  readonly fill?: Readonly<Record<string, (about: ValuesOfArea<T>) => unknown>>;
  readonly fillPerson?: (of: PersonOf, about: ValuesOfArea<T>) => Readonly<Record<string, unknown>>;
  /** paths of values by names that people gave */
  readonly named?: (world: Seen<T>) => readonly string[];
  /** what follows its changes, once they are on disk */
  readonly followUps?: FollowUpsOf<T, Given<T, 'change'>>;
  /** what time brings about next; undefined for nothing */
  readonly due?: (world: Seen<T>) => DueOf<T> | undefined;
  /** what follows when a run ends; undefined where nothing does */
  readonly whenRunEnds?: (run: EndedRunOf<T>) => RunEnding<Changes<T>> | undefined;
}

/**
 * An area's part of live state: what there is to look at, how it changes, what texts may say of it and
 * what follows. It is apart from what the area declares, so that a page that only shows steps and events
 * does without it. A kind of change without a slice, or an effect without words, does not compile.
 */
export type LiveArea<T extends AreaTypes> = Anyhow<T> & {
  readonly types?: T;
} /** the world where nothing is and nothing has happened */ & Where<
    T,
    'view',
    { readonly empty: Given<T, 'view'> }
  > &
  Where<T, 'change', { readonly slices: SlicesOf<T, Given<T, 'change'>> }> &
  Where<T, 'ask', { readonly asks: EffectWords<Given<T, 'ask'>> }> &
  Where<T, 'effect', { readonly effects: EffectWords<Given<T, 'effect'>> }> &
  /** the names of what it adds to the occasion of a run */
  Where<T, 'about', { readonly about: readonly (keyof Given<T, 'about'>)[] }>;

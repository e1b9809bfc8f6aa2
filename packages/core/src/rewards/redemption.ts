import type { Actor } from '../actors/index.js';
import type { Ask, Gives } from './terms.js';

/**
 * Where a purchase stands: paid and under way; waiting for the buyer's answers; waiting for the
 * streamer to hand it over; done; or returned, with the price given back.
 */
export const REDEMPTION_STATES = ['bought', 'asked', 'waiting', 'done', 'returned'] as const;
export type RedemptionState = (typeof REDEMPTION_STATES)[number];
/** Something is still to come of these. */
export const OPEN_STATES: ReadonlySet<RedemptionState> = new Set(['bought', 'asked', 'waiting']);

export const PAID_BY = ['currency', 'cheer', 'tip'] as const;
export type PaidBy = (typeof PAID_BY)[number];

/** What the buyer said. */
export interface Answer extends Pick<Ask, 'name' | 'type' | 'private' | 'required'> {
  /** null while it was not given; a private one is known only while it is written */
  readonly text: string | null;
  /** it was given: kept apart, encrypted, where it is private */
  readonly given: boolean;
}

/** One purchase. Times are UTC milliseconds. */
export interface Redemption {
  readonly id: string;
  /** id of the reward */
  readonly reward: string;
  /** what it was called then */
  readonly title: string;
  readonly gives: Gives;
  readonly viewer: string;
  readonly name: string;
  /** whole units that were paid, and are given back if it is returned */
  readonly price: number;
  readonly paidBy: PaidBy;
  readonly state: RedemptionState;
  readonly at: number;
  /** since when it stands so */
  readonly since: number;
  readonly answers: readonly Answer[];
  /** the line that is theirs, where it gives one */
  readonly line?: { readonly list: string; readonly text: string };
  /** who is benched, and for how many seconds */
  readonly target?: { readonly viewer: string; readonly name: string; readonly seconds: number };
  /** what went wrong, or why it was returned; empty for nothing */
  readonly note: string;
  /** the line may have been delivered: it goes to no one else, and Gully does not refund it by itself */
  readonly unsure?: true;
}

export const REDEMPTION_ACTS = [
  'bought',
  'answered',
  'delivered',
  'stuck',
  'sending',
  'done',
  'reopened',
  'returned',
  'put-back',
] as const;

/** Something happened to a purchase, which stands like this from here on. */
export interface RedemptionChange {
  readonly kind: 'redemption';
  readonly act: (typeof REDEMPTION_ACTS)[number];
  readonly redemption: Redemption;
  /** the line goes back into its list: nobody has seen it */
  readonly lineBack?: true;
  readonly by: Actor;
  readonly at: number;
}

/** The change that leaves a purchase like this. */
export function happens(
  act: RedemptionChange['act'],
  redemption: Redemption,
  { by, at }: { readonly by: Actor; readonly at: number },
): RedemptionChange {
  return { kind: 'redemption', act, redemption: { ...redemption, since: at }, by, at };
}

/** The same without what only the streamer may see, for memory, news and lists. */
export function withoutPrivate<R extends Pick<Redemption, 'answers'>>(redemption: R): R {
  const answers = redemption.answers.map((answer) => (answer.private ? { ...answer, text: null } : answer));
  return { ...redemption, answers };
}

import type { Role } from '../chat/index.js';

/** What texts, inputs and gates may know of a viewer. Times are UTC milliseconds. */
export interface ViewerFacts {
  readonly id: string;
  readonly name: string;
  readonly roles: readonly Role[];
  readonly messages: number;
  /** seconds present while the stream was live */
  readonly watchTime: number;
  readonly firstSeen: number;
  /** undefined when it is not known, or they do not follow */
  readonly followedSince: number | undefined;
  readonly subscribedMonths: number;
  /** of their subscription, 1 to 3; of no account for others */
  readonly subscribedTier: number;
  /** marked as a bot: starts nothing unless a trigger allows it */
  readonly bot: boolean;
  /** marked as ignored: starts nothing at all */
  readonly ignored: boolean;
}

/** Someone never seen before. */
export function strangerFacts(id: string, name: string, roles: readonly Role[], now: number): ViewerFacts {
  return {
    id,
    name,
    roles,
    messages: 0,
    watchTime: 0,
    firstSeen: now,
    followedSince: undefined,
    subscribedMonths: 0,
    subscribedTier: 1,
    bot: false,
    ignored: false,
  };
}

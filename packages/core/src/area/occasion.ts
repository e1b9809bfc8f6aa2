import type { Role } from '../chat/index.js';
import type { ViewerFacts } from '../viewers/index.js';

/** What an event brings along, for texts. */
export interface EventFacts<Kind extends string = string> {
  readonly kind: Kind;
  /** months renewed, subscriptions gifted, people raiding, tokens cheered, minor units tipped, days away, what a reward cost, what was won beyond the stake */
  readonly count: number;
  /** a tip in words, such as `5.00 EUR`; else empty */
  readonly amount: string;
  /** what they wrote with it, or the name of what it is about: a rank, a queue, a reward, a game */
  readonly message: string;
  /** who got a gifted subscription, or was benched; empty for none, or many */
  readonly recipient: string;
  /** of a subscription, 1 to 3 */
  readonly tier?: number | undefined;
  /** minor units in one unit of the money tipped */
  readonly minor?: number | undefined;
  /** milliseconds ago it happened, where that is LATE_MS or more; left out for what just happened */
  readonly late?: number | undefined;
}

/** Who and what started a routine, without what areas add. It is kept as JSON while a run waits. */
export interface OccasionBase<EventKind extends string = string> {
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
  readonly event: EventFacts<EventKind> | undefined;
  /** true when nothing real brought it about, so that what it shows is marked */
  readonly test?: boolean;
  readonly at: number;
}

/** The occasion of something no one typed. */
export function occasionFor<Kind extends string = never>({
  title,
  ...given
}: Pick<OccasionBase, 'cause' | 'by' | 'viewer' | 'at'> &
  Partial<Omit<OccasionBase<Kind>, 'command'>> & {
    /** what runs */
    readonly title: string;
  }): OccasionBase<Kind> {
  return {
    roles: given.viewer.roles,
    target: given.viewer,
    inputs: {},
    inputNames: [],
    typed: '',
    line: undefined,
    event: undefined,
    ...given,
    command: { name: title, uses: 0, usesByViewer: 0 },
  };
}

import type { Part } from './carried-out.js';

/** What is to be said of an act that was sent. */
export interface Sent {
  readonly note: string;
  /** The server has taken it. @returns why it came to nothing all the same, or undefined */
  readonly confirmed: () => string | undefined;
}

/** Why there was nothing to send; `failed` where that is not how it should be. */
export interface NotSent {
  readonly note: string;
  readonly failed?: true;
}

/** Something to be done in the room. */
export interface Act {
  /** of the catch, or of what a person did */
  readonly id: string;
  /** what it is done to: a catch may have both done */
  readonly part: Part;
  /** the worst first: 0 for a ban and for letting someone write again, 1 for a timeout, 2 for clearing, 3 for one message */
  readonly rank: 0 | 1 | 2 | 3;
  /** UTC milliseconds after which it makes no sense any more */
  readonly until: number;
  /** what it sends to the server: a message each */
  readonly costs: number;
  /** Sends it to the room; it may be sent again where the connection was lost before the server confirmed it. */
  run(): Promise<Sent | NotSent>;
}

/** What waits to be done: the worst first, and of equals the one that came first. A flood may bring tens of thousands. */
export class ActQueue {
  private readonly ranks: { acts: Act[]; first: number }[] = Array.from({ length: 4 }, () => ({
    acts: [],
    first: 0,
  }));

  add(act: Act): void {
    this.ranks[act.rank]?.acts.push(act);
  }

  /** Puts back what was taken out, before all others of its rank. */
  putBack(acts: readonly Act[]): void {
    for (const act of acts.toReversed()) {
      const rank = this.ranks[act.rank];
      rank?.acts.splice(rank.first, 0, act);
    }
  }

  /** The next, which stays where it is. */
  peek(): Act | undefined {
    for (const { acts, first } of this.ranks) if (first < acts.length) return acts[first];
    return undefined;
  }

  /** Takes the next out. */
  take(): Act | undefined {
    for (const rank of this.ranks) {
      const act = rank.acts[rank.first];
      if (act === undefined) continue;
      rank.first += 1;
      // Taken off in one go now and then: taking one off the front moves all the others.
      if (rank.first > 1_000 || rank.first === rank.acts.length) {
        rank.acts.splice(0, rank.first);
        rank.first = 0;
      }
      return act;
    }
    return undefined;
  }

  has(id: string): boolean {
    return this.ranks.some(({ acts, first }) => acts.some((act, at) => at >= first && act.id === id));
  }
}

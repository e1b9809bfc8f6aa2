import type { Actor } from '../actors/index.js';
import {
  balancesOf,
  escrowAccount,
  post,
  viewerAccount,
  type Account,
  type Entry,
} from '../currency/index.js';
import { queueAfter, type QueueAct, type QueueChange } from './change.js';
import { inState, type QueueEntry, type QueueState } from './entry.js';
import type { Placing } from './order.js';
import type { Queue, QueueDecided, QueueDecision, QueueWorld } from './view.js';

/** Who asks for something, and when. */
export interface AskedOfQueue {
  readonly by: Actor;
  /** UTC milliseconds */
  readonly at: number;
  /** unlike that of anything else that is asked */
  readonly mark: string;
}

/** One decision about a queue while it is made: each act meets what those before it changed. */
export class Deciding {
  state: QueueState;
  private readonly changes: QueueDecided[] = [];
  private readonly money: Entry[] = [];

  constructor(
    readonly world: QueueWorld,
    readonly queue: Queue,
    readonly asked: AskedOfQueue,
  ) {
    this.state = queue;
  }

  act(
    act: QueueAct,
    entries: readonly QueueEntry[],
    more: Pick<QueueChange, 'open' | 'whileOff'> = {},
  ): void {
    const { by, at } = this.asked;
    const change: QueueChange = { kind: 'queue', queue: this.queue.id, act, by, at, entries, ...more };
    this.changes.push(change);
    this.state = queueAfter(this.state, change);
  }

  /** An act that puts someone at a place, after those who get another number for it, in their order. */
  put(
    act: QueueAct,
    entry: QueueEntry,
    { place, others }: Placing,
    more: Pick<QueueChange, 'open' | 'whileOff'> = {},
  ): void {
    if (others.length > 0) this.act('moved', others);
    this.act(act, [{ ...entry, place }], more);
  }

  also(change: QueueDecided): void {
    this.changes.push(change);
  }

  /** Takes the price of a place into escrow. */
  takes({ viewer, paid }: QueueEntry): void {
    if (paid > 0) this.money.push({ from: viewerAccount(viewer), to: this.escrow, amount: paid });
  }

  /** Gives the price back: they do not get their turn. @returns them without it */
  givesBack(entry: QueueEntry): QueueEntry {
    return this.paysOut(entry, viewerAccount(entry.viewer));
  }

  /** Keeps the price: they have their turn, or missed it. @returns them without it */
  keeps(entry: QueueEntry): QueueEntry {
    return this.paysOut(entry, 'spent');
  }

  /** Takes back into escrow what was kept. */
  unkeeps({ paid }: QueueEntry): void {
    if (paid > 0) this.money.push({ from: 'spent', to: this.escrow, amount: paid });
  }

  private paysOut(entry: QueueEntry, to: Account): QueueEntry {
    if (entry.paid > 0) this.money.push({ from: this.escrow, to, amount: entry.paid });
    return { ...entry, paid: 0 };
  }

  private get escrow() {
    return escrowAccount(escrowOfQueue(this.queue.id));
  }

  /** Those who answered a call begin to play once nobody of their party is still being called. */
  begin(): void {
    if (inState(this.state, 'called').length > 0) return;
    const ready = inState(this.state, 'confirmed');
    if (ready.length === 0) return;
    const { at } = this.asked;
    this.act(
      'started',
      ready.map((entry) => ({ ...entry, state: 'playing' as const, startedAt: at })),
    );
  }

  decided(words: string): QueueDecision {
    if (this.money.length === 0) return { changes: this.changes };
    const { by, at, mark } = this.asked;
    const { purse } = this.world;
    const posted = post(balancesOf(purse), this.money, {
      key: `${mark}:queue`,
      cause: 'queue',
      reference: this.queue.id,
      by,
      at,
      words,
    });
    if ('fault' in posted) return { fault: posted.fault };
    return { changes: [...this.changes, posted.change] };
  }
}

/** The escrow that holds what those in a queue have paid. */
export const escrowOfQueue = (queue: string): string => `queue:${queue}`;

import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import {
  decideBump,
  decideCall,
  decideConfirm,
  decideDone,
  decideEmpty,
  decideForget,
  decideFront,
  decideHandle,
  decideJoin,
  decideLeave,
  decideMissed,
  decideMove,
  decideOpen,
  decideUndo,
  undoOf,
  type AskedOfQueue,
  type Queue,
  type QueueDecision,
  type QueueWorld,
  type QueueUndo,
} from '@gully/core/queue';
import type { ViewerFacts } from '@gully/core/viewers';
import { Database, newId } from '../database/index.js';
import { ChannelWorld } from '../live/index.js';
import { PipelineService } from '../pipeline/index.js';
import { Problem } from '../problem/index.js';
import { factsOf, ViewerRow, ViewersService } from '../viewers/index.js';
import type { AskedAct } from './acts.js';
import { QueuesStore } from './queues.store.js';

/** Acts that can be taken back; of each queue the last ones. */
const KEPT = 40;

/** What people do in queues from the control room, each with one step back. */
@Injectable()
export class QueueActing {
  private readonly undos = new Map<string, QueueUndo>();

  constructor(
    private readonly pipeline: PipelineService,
    private readonly world: ChannelWorld,
    private readonly store: QueuesStore,
    private readonly viewers: ViewersService,
    private readonly database: Database,
  ) {}

  /** @returns what takes it back, by id */
  async act(queue: string, asked: AskedAct, actor: Actor): Promise<string | undefined> {
    const added = asked.viewer === undefined ? undefined : await this.factsOf(asked.viewer);
    return this.decide(queue, actor, (world, found, by) => decideAct(world, found, asked, added, by));
  }

  /** Takes one act back. It can be taken back once. */
  async undo(id: string, actor: Actor): Promise<void> {
    const undo = this.undos.get(id);
    if (undo === undefined)
      throw new Problem(409, 'It cannot be taken back', 'It was taken back already, or is too long ago.');
    await this.demandThere(undo.entries.map(({ after }) => after.viewer));
    await this.decide(undo.queue, actor, (world, found, by) => decideUndo(world, found, undo, by));
    this.undos.delete(id);
  }

  /** Gives or takes a bump. */
  async bump(viewer: string, holds: boolean, actor: Actor): Promise<void> {
    const { name } = await this.factsOf(viewer);
    await this.take(actor, [viewer], (world, by) => decideBump(world, { viewer, name, holds }, by));
  }

  /** Sets what a viewer is called in a game, or forgets it. @param text empty to forget */
  async setHandle(viewer: string, id: string, text: string, actor: Actor): Promise<void> {
    await this.factsOf(viewer);
    await this.take(actor, [viewer], (world, { at }) => {
      const handle = world.queue.handles().find((each) => each.id === id);
      if (handle === undefined) return { fault: 'there is no such handle any more' };
      return text.trim() === ''
        ? decideForget(world, { viewer, handle }, at)
        : decideHandle(world, { viewer, handle, typed: text }, at);
    });
  }

  /** Takes someone out of every queue, as when they were banned. */
  removeEverywhere(viewer: string, actor: Actor): void {
    this.pipeline.surely({
      kind: 'queue',
      actor,
      about: [viewer],
      decide: () => {
        const world = this.world.now();
        const changes = world.queue.all().flatMap((queue) => {
          const decision = decideLeave(world, queue, viewer, askedBy(actor), 'removed');
          return 'changes' in decision ? decision.changes : [];
        });
        return { changes, done: () => undefined };
      },
    });
  }

  private async decide(
    id: string,
    actor: Actor,
    decide: (world: QueueWorld, queue: Queue, asked: AskedOfQueue) => QueueDecision,
  ): Promise<string | undefined> {
    let before: Queue | undefined;
    const decision = await this.take(actor, this.payersIn(id), (world, asked) => {
      before = world.queue.find(id);
      if (before === undefined) throw new Problem(404, 'There is no such queue', 'It was deleted.');
      return decide(world, before, asked);
    });
    const undo = before === undefined ? undefined : undoOf(before, decision.changes);
    return undo === undefined ? undefined : this.keep(undo);
  }

  private take(
    actor: Actor,
    about: readonly string[],
    decide: (world: QueueWorld, asked: AskedOfQueue) => QueueDecision,
  ): Promise<Extract<QueueDecision, { changes: unknown }>> {
    return this.pipeline
      .do<QueueDecision>({
        kind: 'queue',
        actor,
        about,
        decide: () => {
          const decision = decide(this.world.now(), askedBy(actor));
          return { changes: 'changes' in decision ? decision.changes : [], done: () => decision };
        },
      })
      .then((decision) => {
        if ('changes' in decision) return decision;
        const words = `${decision.fault.charAt(0).toUpperCase()}${decision.fault.slice(1)}.`;
        throw new Problem(409, 'Nothing was changed', words);
      });
  }

  /** Whose balances may change with what is done in a queue. */
  private payersIn(id: string): string[] {
    const entries = this.store.find(id)?.entries.values() ?? [];
    const paid = [...entries].filter((entry) => entry.paid > 0).map(({ viewer }) => viewer);
    const undone = [...this.undos.values()].flatMap(({ entries: all }) =>
      all.map(({ after }) => after.viewer),
    );
    return [...new Set([...paid, ...undone])];
  }

  private keep(undo: QueueUndo): string {
    const id = newId();
    this.undos.set(id, undo);
    if (this.undos.size > KEPT) this.undos.delete(this.undos.keys().next().value ?? '');
    return id;
  }

  /** Whoever became another viewer since, or was erased, must not come back by what is remembered of them. */
  private async demandThere(viewers: readonly string[]): Promise<void> {
    const gone = await this.database.read.query<unknown[]>(
      `SELECT 1 FROM viewers WHERE id IN (SELECT value FROM json_each(?))
         AND (merged_into IS NOT NULL OR account LIKE 'erased:%') LIMIT 1`,
      [JSON.stringify(viewers)],
    );
    if (gone.length === 0) return;
    const words = 'One of those concerned was merged with another viewer or erased since.';
    throw new Problem(409, 'It cannot be taken back', words);
  }

  private async factsOf(viewer: string): Promise<ViewerFacts> {
    const known = this.viewers.facts(viewer);
    if (known !== undefined) return known;
    const row = await this.database.read.findOneBy(ViewerRow, { id: viewer });
    if (row === null) throw new Problem(404, 'There is no such viewer', 'They were merged or erased.');
    return factsOf(row);
  }
}

function askedBy(by: Actor): AskedOfQueue {
  const at = Date.now();
  return { by, at, mark: newId(at) };
}

function decideAct(
  world: QueueWorld,
  queue: Queue,
  { does, entry: id = '', before }: AskedAct,
  added: ViewerFacts | undefined,
  asked: AskedOfQueue,
): QueueDecision {
  const entry = queue.entries.get(id);
  const viewer = entry?.viewer ?? '';
  const gone = { fault: 'they are not in it any more' } as const;
  switch (does) {
    case 'open':
    case 'close':
      return decideOpen(world, queue, does === 'open', asked);
    case 'empty':
      return decideEmpty(world, queue, asked);
    case 'call':
      return decideCall(world, queue, 'next', asked);
    case 'random':
      return decideCall(world, queue, 'random', asked);
    case 'choose':
      return decideCall(world, queue, { id }, asked);
    case 'confirm':
      return entry === undefined ? gone : decideConfirm(world, queue, viewer, asked);
    case 'miss':
      return entry === undefined ? gone : decideMissed(world, queue, viewer, asked);
    case 'done':
      return decideDone(world, queue, entry?.viewer, asked);
    case 'remove':
      return entry === undefined ? gone : decideLeave(world, queue, viewer, asked, 'removed');
    case 'front': {
      const name = entry === undefined ? '' : world.queue.nameOf(entry);
      return entry === undefined ? gone : decideFront(world, queue, { viewer, name, bump: false }, asked);
    }
    case 'move':
      return decideMove(world, queue, { id, before }, asked);
    case 'add': {
      if (added === undefined) return { fault: 'name the viewer to add' };
      const { roles } = added;
      return decideJoin(world, queue, { viewer: added, roles, typed: '', byHand: true }, asked);
    }
  }
}

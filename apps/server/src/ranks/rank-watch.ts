import { Inject, Injectable, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import { ranksOf, viewerAccount, type Rank } from '@gully/core/currency';
import type { ChannelEvent } from '@gully/core/routines';
import type { ViewerFacts } from '@gully/core/viewers';
import { ConnectionService } from '../chat/index.js';
import { newId } from '../database/index.js';
import { ChannelEvents } from '../events/index.js';
import { LedgerStore } from '../ledger/index.js';
import { ChannelWorld } from '../live/index.js';
import { LOG, type Log } from '../log/index.js';
import { PipelineService } from '../pipeline/index.js';
import { ViewersService, type Seen } from '../viewers/index.js';
import { Reached } from './reached.js';

/** How often it is looked who has reached a rank, in milliseconds. */
const LOOK_MS = 60_000;

/**
 * Tells of ranks that those present have reached, once each. What somebody had before it was first
 * looked is theirs without a word: else a new set of ranks would greet the whole room.
 */
@Injectable()
export class RankWatch implements OnModuleInit, OnModuleDestroy {
  private timer: NodeJS.Timeout | undefined;
  private looking: Promise<void> | undefined;

  constructor(
    private readonly connection: ConnectionService,
    private readonly viewers: ViewersService,
    private readonly ledger: LedgerStore,
    private readonly reached: Reached,
    private readonly events: ChannelEvents,
    private readonly pipeline: PipelineService,
    private readonly world: ChannelWorld,
    @Inject(LOG) private readonly log: Log,
  ) {}

  onModuleInit(): void {
    this.timer = setInterval(() => void this.look(Date.now()), LOOK_MS).unref();
  }

  async onModuleDestroy(): Promise<void> {
    clearInterval(this.timer);
    await this.looking;
  }

  /** Looks at everybody present. Never rejects. */
  look(now: number): Promise<void> {
    this.looking ??= this.lookOnce(now)
      .catch((error: unknown) => {
        this.log.error({ error }, 'ranks that were reached could not be written; they are looked at again');
      })
      .finally(() => {
        this.looking = undefined;
      });
    return this.looking;
  }

  private async lookOnce(now: number): Promise<void> {
    const { ranks } = this.world.now().purse;
    if (ranks.ranks.length === 0) return;
    const present = this.connection.room.present();
    const seen = present.map(({ key, nick }): Seen => ({ key, name: nick, role: 'viewer', at: now }));
    const { viewers } = await this.viewers.identify(seen);
    const ids = [...new Set([...viewers.values()].map(({ id }) => id))];
    await this.ledger.load(ids);
    await this.reached.load(ids);
    for (const id of ids) {
      // What was known may have been let go of meanwhile, as after a write that failed.
      await this.reached.load([id]);
      const viewer = this.viewers.facts(id);
      if (viewer !== undefined && !viewer.bot && !viewer.ignored) await this.lookAt(viewer, now);
    }
  }

  private async lookAt(viewer: ViewerFacts, now: number): Promise<void> {
    const { purse } = this.world.now();
    const { balance = 0, earned = 0 } = purse.of(viewerAccount(viewer.id)) ?? {};
    const { roles, watchTime } = viewer;
    const all = ranksOf(purse.ranks, { roles, watchTime, balance, earned });
    const before = this.reached.of(viewer.id);
    const fresh = all.filter(({ id }) => !before.has(id));
    const highest = fresh.at(-1);
    if (highest === undefined) return;
    const ranks = fresh.map(({ id }) => id);
    const change = { kind: 'ranked', viewer: viewer.id, ranks, at: now } as const;
    if (before.size === 0)
      await this.pipeline.do({
        kind: 'ranked',
        actor: 'gully',
        decide: () => ({ changes: [change], done: () => undefined }),
      });
    else await this.events.happened(eventOf(viewer, highest, now), [change], highest.routine);
  }
}

function eventOf(viewer: ViewerFacts, { name }: Rank, at: number): ChannelEvent {
  const facts = { count: 0, amount: '', message: name, recipient: '' };
  return { ...facts, id: newId(at), kind: 'rank', at, viewer, roles: viewer.roles };
}

import { Inject, Injectable, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import { ranksOf, viewerAccount, viewerOfAccount, type Rank } from '@gully/core/currency';
import type { ChannelEvent } from '@gully/core/routines';
import type { ViewerFacts } from '@gully/core/viewers';
import { ConnectionService } from '../chat/index.js';
import { CurrencySettingsService } from '../currency/index.js';
import { breather, newId } from '../database/index.js';
import { ChannelEvents } from '../events/index.js';
import { LOG, type Log } from '../log/index.js';
import { LiveChannel } from '../pipeline/index.js';
import { ViewersService, type Seen } from '../viewers/index.js';
import { Soon } from '../signals/index.js';
import { LOOKED, Reached } from './reached.js';

/** How often those present are looked at, in milliseconds: watch time is counted about as often. */
const LOOK_MS = 15_000;
/** How soon those whose balance changed are looked at, several together. */
const SOON_MS = 500;

/**
 * Tells of ranks that are reached, once each. What viewers had when ranks were set is theirs without a
 * word: otherwise a new set of ranks would greet the whole room.
 */
@Injectable()
export class RankWatch implements OnModuleInit, OnModuleDestroy {
  private timer: NodeJS.Timeout | undefined;
  private readonly soon = new Soon(SOON_MS, () => void this.lookAtMoved(Date.now()));
  private looking: Promise<void> = Promise.resolve();
  private readonly moved = new Set<string>();

  constructor(
    private readonly connection: ConnectionService,
    private readonly viewers: ViewersService,
    private readonly settings: CurrencySettingsService,
    private readonly reached: Reached,
    private readonly events: ChannelEvents,
    private readonly live: LiveChannel,
    @Inject(LOG) private readonly log: Log,
  ) {}

  onModuleInit(): void {
    this.timer = setInterval(() => void this.look(Date.now()), LOOK_MS).unref();
    this.live.keepers.follow('posted', (changes) => {
      const { ranks, by } = this.live.world.now().purse.ranks;
      if (ranks.length === 0 || by === 'watch') return;
      for (const { entries } of changes)
        for (const { from, to } of entries)
          for (const account of [from, to]) {
            const viewer = viewerOfAccount(account);
            if (viewer !== undefined) this.moved.add(viewer);
          }
      this.soon.ask();
    });
  }

  async onModuleDestroy(): Promise<void> {
    clearInterval(this.timer);
    this.soon.stop();
    await this.looking;
  }

  /** Looks at everyone present. Never rejects. */
  look(now: number): Promise<void> {
    return this.inTurn(async () => {
      if (this.live.world.now().purse.ranks.ranks.length === 0) return;
      const present = this.connection.room.present();
      const seen = present.map(({ key, nick }): Seen => ({ key, name: nick, role: 'viewer', at: now }));
      const { viewers } = await this.viewers.identify(seen);
      await this.lookAtAll([...new Set([...viewers.values()].map(({ id }) => id))], now);
    });
  }

  /** Looks at those whose balance has changed, whether they are here or not. Never rejects. */
  private lookAtMoved(now: number): Promise<void> {
    return this.inTurn(async () => {
      const ids = [...this.moved];
      this.moved.clear();
      await this.lookAtAll(ids, now);
    });
  }

  private inTurn(work: () => Promise<void>): Promise<void> {
    this.looking = this.looking.then(work).catch((error: unknown) => {
      this.log.error({ error }, 'ranks that were reached could not be written; they are looked at again');
    });
    return this.looking;
  }

  private async lookAtAll(ids: readonly string[], now: number): Promise<void> {
    const pause = breather();
    for (let at = 0; at < ids.length; at += TOGETHER) {
      const some = ids.slice(at, at + TOGETHER);
      await this.viewers.loadIds(some);
      await this.live.world.prepare({ texts: [], viewers: some });
      await this.reached.load(some);
      for (const id of some) {
        await pause();
        // What was known may have been let go of meanwhile, as after a write that failed.
        await this.reached.load([id]);
        const viewer = this.viewers.facts(id);
        if (viewer !== undefined && !viewer.bot && !viewer.ignored) await this.lookAt(viewer, now);
      }
    }
  }

  private async lookAt(viewer: ViewerFacts, now: number): Promise<void> {
    const { purse, routines } = this.live.world.now();
    const { balance = 0, earned = 0 } = purse.of(viewerAccount(viewer.id)) ?? {};
    const { roles, watchTime } = viewer;
    const all = ranksOf(purse.ranks, { roles, watchTime, balance, earned });
    const before = this.reached.of(viewer.id);
    const fresh = all.filter(({ id }) => !before.has(id));
    const isNew = before.size === 0;
    const highest = fresh.at(-1);
    if (highest === undefined && !isNew) return;
    const ranks = [...(isNew ? [LOOKED] : []), ...fresh.map(({ id }) => id)];
    const change = { kind: 'ranked', viewer: viewer.id, ranks, at: now } as const;
    // Who came after ranks were set had none to begin with; one from 0 is nothing to reach.
    const isHeld = isNew && viewer.firstSeen <= this.settings.ranksSince;
    // Half a room reaches the first ones at once: lines that start nothing would drown chat.
    const isUnheard = highest?.routine === null && routines.forEvent('rank').length === 0;
    if (highest === undefined || isHeld || highest.from === 0 || isUnheard)
      await this.live.pipeline.do({
        kind: 'ranked',
        actor: 'gully',
        decide: () => ({ changes: [change], done: () => undefined }),
      });
    else await this.events.happened(eventOf(viewer, highest, now), [change], highest.routine);
  }
}

/** Viewers that are looked up in one go. */
const TOGETHER = 500;

function eventOf(viewer: ViewerFacts, { name }: Rank, at: number): ChannelEvent {
  const facts = { count: 0, amount: '', message: name, recipient: '' };
  return { ...facts, id: newId(at), kind: 'rank', at, viewer, roles: viewer.roles };
}

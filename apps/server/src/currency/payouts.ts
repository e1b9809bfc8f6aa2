import { Inject, Injectable, type BeforeApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import type { Role } from '@gully/core/chat';
import {
  decidePayout,
  type CurrencySettings,
  type PostedChange,
  type PresentViewer,
} from '@gully/core/currency';
import { LONGEST_PAUSE_MS, tick, type RunningClock } from '@gully/core/timers';
import { viewerKey } from '@gully/core/viewers';
import { ConnectionService } from '../chat/index.js';
import { ConnectionSettings } from '../connection/index.js';
import { Database, type EntityManager } from '../database/index.js';
import { LedgerStore } from '../ledger/index.js';
import { ChannelWorld, SELF } from '../live/index.js';
import { LOG, type Log } from '../log/index.js';
import { MessagesService } from '../messages/index.js';
import { PipelineService } from '../pipeline/index.js';
import { StreamService } from '../stream/index.js';
import { ViewersService, type Seen } from '../viewers/index.js';
import { CurrencySettingsService } from './currency-settings.js';

/** Looks are this far apart, in milliseconds; well under what counts as a pause. */
const LOOK_MS = LONGEST_PAUSE_MS / 4;
/** How far it is to the next payout is written down this often; a power cut loses at most that. */
const WRITE_MS = 60_000;

interface Stored {
  readonly number: number;
  readonly ranMs: number;
  readonly paidAt: number;
}

/**
 * Pays those who are present, every so many minutes of running time: what passes while Gully is
 * off, or a clock that is set, pays nothing. Each payout has a number of its own, written in the
 * transaction that pays, so none is made twice.
 */
@Injectable()
export class Payouts implements OnModuleInit, BeforeApplicationShutdown {
  private clock: RunningClock = { running: 0, at: Date.now() };
  private number = 0;
  private paidAt = 0;
  private writtenAt = Date.now();
  private paying: Promise<void> | undefined;
  private timer: NodeJS.Timeout | undefined;
  /** roles as last seen with a message; what is stored of a viewer is the strongest alone */
  private readonly roles = new Map<string, readonly Role[]>();
  private readonly wrote = new Set<string>();

  constructor(
    private readonly settings: CurrencySettingsService,
    private readonly ledger: LedgerStore,
    private readonly connection: ConnectionService,
    private readonly connectionSettings: ConnectionSettings,
    private readonly stream: StreamService,
    private readonly viewers: ViewersService,
    private readonly messages: MessagesService,
    private readonly pipeline: PipelineService,
    private readonly database: Database,
    private readonly world: ChannelWorld,
    @Inject(LOG) private readonly log: Log,
  ) {}

  async onModuleInit(): Promise<void> {
    await this.read();
    this.messages.subscribe(({ viewer, roles }, removed) => {
      if (viewer === SELF || !this.currency.enabled) return;
      this.roles.set(viewer, roles);
      // What the guard took out earns nothing.
      if (!removed) this.wrote.add(viewer);
    });
    this.timer = setInterval(() => void this.look(Date.now()), LOOK_MS).unref();
  }

  async beforeApplicationShutdown(): Promise<void> {
    clearInterval(this.timer);
    await this.paying;
    await this.writeClock();
  }

  /** Milliseconds until the next payout, while there is one to come. */
  get next(): number | undefined {
    return this.isPaying ? Math.max(0, this.span - this.clock.running) : undefined;
  }

  /** Lets the clock run on to `now`, and pays when it is time. Never rejects. */
  look(now: number): Promise<void> {
    // Only time in which something is paid counts towards the next payout.
    this.clock = this.isPaying ? tick(this.clock, now) : { ...this.clock, at: now };
    if (this.paying === undefined && this.isPaying && this.clock.running >= this.span)
      this.paying = this.pay(now).finally(() => {
        this.paying = undefined;
      });
    else if (now - this.writtenAt > WRITE_MS) void this.writeClock();
    return this.paying ?? Promise.resolve();
  }

  private get currency(): CurrencySettings {
    return this.settings.currency.value;
  }

  private get span(): number {
    return this.currency.payout.every * 60_000;
  }

  private get isPaying(): boolean {
    const { enabled, payout } = this.currency;
    return enabled && (this.stream.state.live ? payout.live : payout.offline) > 0;
  }

  private async pay(now: number): Promise<void> {
    const present = this.connection.room.present().filter(({ key, nick }) => !this.isSelf(key, nick));
    const seen = present.map(({ key, nick }): Seen => ({ key, name: nick, role: 'viewer', at: now }));
    const key = `payout:${String(this.number + 1)}`;
    const { live } = this.stream.state;
    try {
      const change = await this.pipeline.do({
        kind: 'payout',
        actor: 'gully',
        seen,
        decide: (idOf) => {
          const people = seen.flatMap((each) => this.personOf(idOf(each.key), each.name));
          const decided = decidePayout(this.world.now().purse, people, { key, live, at: now });
          const next = { number: this.number + 1, ranMs: 0, paidAt: now };
          return {
            changes: decided === undefined ? [] : [decided],
            write: (manager) => writeClock(manager, next),
            done: () => decided,
          };
        },
      });
      this.made(change, now);
    } catch (error) {
      // Nobody was paid; it is tried again at the next look.
      this.log.error({ error }, 'the payout could not be written and is made later');
    }
  }

  private made(change: PostedChange | undefined, now: number): void {
    this.number += 1;
    this.paidAt = now;
    this.writtenAt = now;
    this.clock = { ...this.clock, running: 0 };
    this.wrote.clear();
    if (change !== undefined) this.log.debug({ entries: change.entries.length }, 'paid those present');
  }

  private personOf(id: string, name: string): PresentViewer[] {
    const viewer = this.viewers.facts(id);
    if (viewer === undefined || this.ledger.of(`viewer:${id}`) === undefined) return [];
    const row = this.viewers.known(id);
    const roles = this.roles.get(id) ?? [
      ...viewer.roles,
      ...(viewer.subscribedMonths > 0 ? (['subscriber'] as const) : []),
    ];
    const active = this.wrote.has(id) || (row?.lastWrote ?? 0) > this.paidAt;
    return [
      {
        viewer: { ...viewer, name },
        roles,
        tier: viewer.subscribedTier,
        active: this.paidAt > 0 ? active : this.wrote.has(id),
      },
    ];
  }

  private isSelf(key: string, nick: string): boolean {
    return key === this.connection.self || key === viewerKey(nick, this.connectionSettings.room.nick);
  }

  private async read(): Promise<void> {
    const rows = await this.database.read.query<Stored[]>(
      'SELECT number, ran_ms AS ranMs, paid_at AS paidAt FROM payout_clock',
    );
    const { number = 0, ranMs = 0, paidAt = 0 } = rows[0] ?? {};
    this.number = number;
    this.paidAt = paidAt;
    this.clock = { running: ranMs, at: Date.now() };
  }

  private async writeClock(): Promise<void> {
    this.writtenAt = Date.now();
    const ranMs = Math.min(this.clock.running, this.span);
    const now = { number: this.number, ranMs, paidAt: this.paidAt };
    await this.database
      .write((manager) => writeClock(manager, now))
      .catch((error: unknown) => {
        this.log.warn({ error }, 'how far it is to the next payout could not be written');
      });
  }
}

/** A number that was written by a payout is never taken back by a clock that is older. */
async function writeClock(manager: EntityManager, { number, ranMs, paidAt }: Stored): Promise<void> {
  const ran = Math.round(ranMs);
  await manager.query(
    `UPDATE payout_clock SET number = ?, ran_ms = ?, paid_at = ?
     WHERE number < ? OR (number = ? AND ran_ms <= ?)`,
    [number, ran, paidAt, number, number, ran],
  );
}

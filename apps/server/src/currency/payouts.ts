import { Inject, Injectable, type BeforeApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import { decidePayout, type CurrencySettings, type PostedChange } from '@gully/core/currency';
import { LONGEST_PAUSE_MS, tick, type RunningClock } from '@gully/core/timers';
import { Database, type EntityManager } from '../database/index.js';
import { LOG, type Log } from '../log/index.js';
import { LiveChannel } from '../pipeline/index.js';
import { StreamService } from '../stream/index.js';
import { CurrencySettingsService } from './currency-settings.js';
import { PayoutPeople } from './payout-people.js';

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

  constructor(
    private readonly settings: CurrencySettingsService,
    private readonly stream: StreamService,
    private readonly people: PayoutPeople,
    private readonly live: LiveChannel,
    private readonly database: Database,
    @Inject(LOG) private readonly log: Log,
  ) {}

  async onModuleInit(): Promise<void> {
    await this.read();
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
    const seen = this.people.present(now);
    const key = `payout:${String(this.number + 1)}`;
    const { live } = this.stream.state;
    try {
      const change = await this.live.pipeline.do({
        kind: 'payout',
        actor: 'gully',
        seen,
        decide: (idOf) => {
          const people = seen.flatMap(
            (each) => this.people.personOf(idOf(each.key), each.name, this.paidAt) ?? [],
          );
          const decided = decidePayout(this.live.world.now().purse, people, { key, live, at: now });
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
      // No one was paid; it is tried again at the next look.
      this.log.error({ error }, 'the payout could not be written and is made later');
    }
  }

  private made(change: PostedChange | undefined, now: number): void {
    this.number += 1;
    this.paidAt = now;
    this.writtenAt = now;
    this.clock = { ...this.clock, running: 0 };
    this.people.paid();
    if (change !== undefined) this.log.debug({ entries: change.entries.length }, 'paid those present');
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

import { Inject, Injectable, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import { BLANK_REWARD } from '@gully/core/rewards';
import { Database, type EntityManager } from '../database/index.js';
import { LOG, type Log } from '../log/index.js';
import { ERASED } from '../viewers/index.js';
import { RewardsService } from './rewards.service.js';

const DAY_MS = 86_400_000;
const LOOK_MS = 3_600_000;

/** Someone is forgotten: what they answered goes, and what they bought is nobody’s. */
export async function eraseFromRedemptions(manager: EntityManager, ids: readonly string[]): Promise<void> {
  const all = JSON.stringify(ids);
  const own = 'viewer_id IN (SELECT value FROM json_each(?))';
  await manager.query(
    `DELETE FROM redemption_answers WHERE redemption_id IN (SELECT id FROM redemptions WHERE ${own})`,
    [all],
  );
  // What is still open is closed, and paid for: nobody is there to give it back to.
  await manager.query(
    `UPDATE redemptions SET name = ?, answers = '[]', note = '',
       state = CASE WHEN state IN ('bought', 'asked', 'waiting') THEN 'done' ELSE state END WHERE ${own}`,
    [ERASED, all],
  );
  await manager.query(
    'UPDATE redemptions SET target_name = ? WHERE target_id IN (SELECT value FROM json_each(?))',
    [ERASED, all],
  );
}

/** Lets go of private answers so many days after what they were for was handed over or returned. */
@Injectable()
export class AnswerErasing implements OnApplicationBootstrap, OnModuleDestroy {
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly database: Database,
    private readonly rewards: RewardsService,
    @Inject(LOG) private readonly log: Log,
  ) {}

  onApplicationBootstrap(): void {
    const look = (): void => {
      this.look(Date.now()).catch((error: unknown) => {
        this.log.error({ error }, 'private answers could not be erased, and are at the next look');
      });
    };
    look();
    this.timer = setInterval(look, LOOK_MS).unref();
  }

  onModuleDestroy(): void {
    clearInterval(this.timer);
  }

  /** @returns how many were erased */
  async look(now: number): Promise<number> {
    const closed = await this.database.read.query<{ id: string; reward: string; since: number }[]>(
      `SELECT r.id, r.reward_id AS reward, r.since FROM redemptions r
       WHERE r.state IN ('done', 'returned') AND EXISTS
         (SELECT 1 FROM redemption_answers a WHERE a.redemption_id = r.id)`,
    );
    const over = closed.filter(({ reward, since }) => {
      const { keepDays } = this.rewards.find(reward) ?? BLANK_REWARD;
      return since + keepDays * DAY_MS <= now;
    });
    if (over.length === 0) return 0;
    await this.database.write((manager) =>
      manager.query(
        'DELETE FROM redemption_answers WHERE redemption_id IN (SELECT value FROM json_each(?))',
        [JSON.stringify(over.map(({ id }) => id))],
      ),
    );
    return over.length;
  }
}

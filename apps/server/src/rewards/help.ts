import { Injectable } from '@nestjs/common';
import { costFor, minutesFor } from '@gully/core/currency';
import { mostPerStream, outlookOf, type RewardBody, type Sold } from '@gully/core/rewards';
import { Database } from '../database/index.js';
import { ChannelWorld } from '../live/index.js';
import { RewardsService } from './rewards.service.js';
import type { RewardHelpDto } from './views.js';

const DAY_MS = 86_400_000;
/** Streams that are looked back on, and days. */
const STREAMS = 10;
const DAYS = 28;
/** Whoever wrote in these days is a viewer of the channel. */
const VIEWERS_DAYS = 30;

interface PastStream {
  readonly id: string;
  readonly from: number;
  readonly to: number;
}

/** What stands next to a price: what it means, how often it would sell, and what a week of it comes to. */
@Injectable()
export class RewardHelp {
  constructor(
    private readonly database: Database,
    private readonly rewards: RewardsService,
    private readonly world: ChannelWorld,
  ) {}

  /** @param id of the reward as it is saved; undefined for a new one */
  async of(body: RewardBody, id: string | undefined, now: number): Promise<RewardHelpDto> {
    const { settings } = this.world.now().purse;
    const price = priceOf(body);
    const streams = await this.streams(now);
    const sales = await this.sales(streams);
    const balances = await this.balances(now);
    const able = (least: number): number => balances.filter((balance) => balance >= least).length;
    const soldOf = (reward: string, least: number): Sold | undefined => {
      const each = streams.map((stream) => sales.get(`${stream.id} ${reward}`) ?? 0);
      const sum = each.reduce((all, count) => all + count, 0);
      return sum === 0 ? undefined : { perStream: sum / streams.length, able: able(least) };
    };
    const saved = id === undefined ? undefined : this.rewards.find(id);
    const minutes = streams.reduce((sum, { from, to }) => sum + (to - from) / 60_000, 0);
    const outlook = outlookOf({
      price,
      back: body.gives === 'share' ? body.share : 0,
      able: able(price),
      own: saved === undefined ? undefined : soldOf(saved.id, priceOf(saved)),
      others: this.rewards
        .all()
        .filter((each) => each.id !== id)
        .flatMap((each) => soldOf(each.id, priceOf(each)) ?? []),
      streamsPerWeek: (streams.filter(({ from }) => from > now - DAYS * DAY_MS).length * 7) / DAYS,
      most: mostPerStream(body, streams.length === 0 ? 180 : minutes / streams.length),
    });
    const { weekPays, circulating } = await this.flow(now);
    return {
      minutes: minutesFor(settings, price) ?? null,
      subscriberMinutes:
        minutesFor(settings, costFor(body.cost, ['subscriber'], false), 'subscriber') ?? null,
      able: able(price),
      viewers: balances.length,
      perStream: outlook.perStream,
      by: outlook.by,
      lately: streams.map((stream) => sales.get(`${stream.id} ${id ?? ''}`) ?? 0),
      week: { ...outlook.week },
      weekPays,
      circulating,
    };
  }

  /** The last streams that are over, the oldest first. */
  private async streams(now: number): Promise<PastStream[]> {
    const rows = await this.database.long.rows<PastStream>(
      `SELECT id, started_at AS "from", coalesce(ended_at, ?) AS "to" FROM streams ORDER BY started_at DESC LIMIT ?`,
      [now, STREAMS],
    );
    return [...rows].reverse();
  }

  private async sales(streams: readonly PastStream[]): Promise<ReadonlyMap<string, number>> {
    const rows = await this.database.long.rows<{ stream: string; reward: string; count: number }>(
      `SELECT s.value ->> 'id' AS stream, r.reward_id AS reward, count(*) AS count
       FROM json_each(?) s JOIN redemptions r ON r.at >= s.value ->> 'from' AND r.at < s.value ->> 'to'
       WHERE r.state != 'returned' GROUP BY 1, 2`,
      [JSON.stringify(streams)],
    );
    return new Map(rows.map(({ stream, reward, count }) => [`${stream} ${reward}`, count]));
  }

  /** What viewers of the channel have. */
  private async balances(now: number): Promise<number[]> {
    const rows = await this.database.long.rows<{ balance: number }>(
      `SELECT coalesce(a.balance, 0) AS balance FROM viewers v
       LEFT JOIN accounts a ON a.kind = 'viewer' AND a.name = v.id
       WHERE v.last_wrote > ? AND v.bot = 0 AND v.ignored = 0 AND v.merged_into IS NULL AND v.role != 'streamer'`,
      [now - VIEWERS_DAYS * DAY_MS],
    );
    return rows.map(({ balance }) => balance);
  }

  private async flow(now: number): Promise<{ readonly weekPays: number; readonly circulating: number }> {
    const [paid] = await this.database.long.rows<{ sum: number | null }>(
      `SELECT sum(total) AS sum FROM ledger_postings WHERE cause IN ('payout', 'event') AND at > ?`,
      [now - DAYS * DAY_MS],
    );
    const [all] = await this.database.long.rows<{ sum: number | null }>(
      `SELECT sum(balance) AS sum FROM accounts WHERE kind = 'viewer'`,
    );
    return { weekPays: Math.round(((paid?.sum ?? 0) * 7) / DAYS), circulating: all?.sum ?? 0 };
  }
}

/** What an ordinary viewer pays. */
function priceOf({ gives, bench, cost }: Pick<RewardBody, 'gives' | 'bench' | 'cost'>): number {
  return gives === 'bench' ? (bench.lengths.find(({ price }) => price !== null)?.price ?? 0) : cost.base;
}

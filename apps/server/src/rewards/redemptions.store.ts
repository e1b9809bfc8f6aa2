import { Injectable, type OnModuleInit } from '@nestjs/common';
import {
  buy,
  deliver,
  rewardTyped,
  sayOf,
  NO_SALES,
  OPEN_STATES,
  withoutPrivate,
  type Redemption,
  type RedemptionChange,
  type RewardsView,
} from '@gully/core/rewards';
import { ConnectionService } from '../chat/index.js';
import { Database } from '../database/index.js';
import { LiveChannel } from '../pipeline/index.js';
import { NewsService } from '../news/index.js';
import { factsOf, ViewersService } from '../viewers/index.js';
import { AnswerVault } from './answer-vault.js';
import {
  redemptionFrom,
  SELECT_REDEMPTIONS,
  writeRedemptions,
  type StoredRedemption,
} from './redemption-rows.js';
import { RewardsService } from './rewards.service.js';
import { Tally } from './tally.js';

/** Purchases that are not over, and how often each reward was sold, in memory as on disk. */
@Injectable()
export class RedemptionsStore implements OnModuleInit {
  private readonly open = new Map<string, Redemption>();
  private readonly ofViewers = new Map<string, Set<string>>();
  private readonly tallies = new Map<string, Tally>();
  private readonly given = new Map<string, Map<string, string>>();

  constructor(
    private readonly database: Database,
    private readonly rewards: RewardsService,
    private readonly viewers: ViewersService,
    private readonly connection: ConnectionService,
    { world, keepers }: LiveChannel,
    vault: AnswerVault,
    news: NewsService,
  ) {
    const view = this.view();
    world.add('rewards', { look: () => view });
    keepers.add({
      kinds: ['redemption'],
      ofViewers: true,
      apply: (change) => {
        this.apply(change);
      },
      write: (manager, changes) => {
        writeRedemptions(manager, changes, vault);
        return Promise.resolve();
      },
      written: (changes) => {
        news.publish('redemption', { ids: [...new Set(changes.map(({ redemption }) => redemption.id))] });
      },
      reload: () => this.reload(),
    });
  }

  async onModuleInit(): Promise<void> {
    await this.reload();
  }

  /** Those something is still to come of, the oldest first. */
  all(): readonly Redemption[] {
    return [...this.open.values()];
  }

  find(id: string): Redemption | undefined {
    return this.open.get(id);
  }

  /** Whom a line was given to, by the id of the purchase. */
  givenFor(list: string, text: string): string | undefined {
    return this.given.get(list)?.get(text);
  }

  /** Lines of a list that were handed out. */
  givenOf(list: string): ReadonlySet<string> {
    return new Set(this.given.get(list)?.keys());
  }

  private view(): RewardsView {
    return {
      all: () => this.rewards.prepared(),
      find: (id) => this.rewards.preparedOf(id),
      sales: (reward) => this.tallies.get(reward) ?? NO_SALES,
      open: (id) => this.open.get(id),
      openOf: (viewer) => [...(this.ofViewers.get(viewer) ?? [])].flatMap((id) => this.open.get(id) ?? []),
      isGiven: (list, text) => this.given.get(list)?.has(text) ?? false,
      named: (name) => {
        const row = this.viewers.named(name);
        return row === undefined ? undefined : factsOf(row);
      },
      bot: () => this.connection.nick,
      buy,
      deliver,
      says: sayOf,
      typed: rewardTyped,
    };
  }

  private apply({ act, redemption, lineBack }: RedemptionChange): void {
    const { id, reward, viewer, at, line, state } = redemption;
    if (OPEN_STATES.has(state)) this.keep(withoutPrivate(redemption));
    else this.drop(id, viewer);
    if (act === 'bought') this.tallyOf(reward).add(viewer, at);
    if (act === 'returned') this.tallyOf(reward).remove(viewer, at);
    if (line === undefined) return;
    const given = this.given.get(line.list) ?? new Map<string, string>();
    if (lineBack === true) given.delete(line.text);
    else given.set(line.text, id);
    this.given.set(line.list, given);
  }

  private keep(redemption: Redemption): void {
    const { id, viewer } = redemption;
    this.open.set(id, redemption);
    const own = this.ofViewers.get(viewer);
    if (own === undefined) this.ofViewers.set(viewer, new Set([id]));
    else own.add(id);
  }

  private drop(id: string, viewer: string): void {
    this.open.delete(id);
    const own = this.ofViewers.get(viewer);
    own?.delete(id);
    if (own?.size === 0) this.ofViewers.delete(viewer);
  }

  private tallyOf(reward: string): Tally {
    const known = this.tallies.get(reward);
    if (known !== undefined) return known;
    const tally = new Tally();
    this.tallies.set(reward, tally);
    return tally;
  }

  private async reload(): Promise<void> {
    const { read } = this.database;
    const open = await read.query<StoredRedemption[]>(
      `${SELECT_REDEMPTIONS} WHERE r.state IN ('bought', 'asked', 'waiting') ORDER BY r.at, r.id`,
    );
    const sold = await read.query<{ reward: string; viewer: string; at: number }[]>(
      `SELECT r.reward_id AS reward, coalesce(v.merged_into, r.viewer_id) AS viewer, r.at
       FROM redemptions r LEFT JOIN viewers v ON v.id = r.viewer_id
       WHERE r.state != 'returned' ORDER BY r.at`,
    );
    const lines = await read.query<{ list: string; line: string; id: string }[]>(
      'SELECT list_id AS list, line, redemption_id AS id FROM given_lines WHERE back = 0',
    );
    for (const map of [this.open, this.ofViewers, this.tallies, this.given]) map.clear();
    for (const row of open) this.keep(redemptionFrom(row));
    for (const { reward, viewer, at } of sold) this.tallyOf(reward).add(viewer, at);
    for (const { list, line, id } of lines) {
      const given = this.given.get(list) ?? new Map<string, string>();
      this.given.set(list, given.set(line, id));
    }
  }
}

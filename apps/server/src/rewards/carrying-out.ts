import { Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import type { HandFailure } from '@gully/core/area';
import type { World } from '@gully/core/channel';
import { failedDelivery, keeping, settle, type Redemption, type RedemptionChange } from '@gully/core/rewards';
import { runId } from '@gully/core/routines';
import type { StageChange, StageEnding } from '@gully/core/stage';
import { ActivityService } from '../activity/index.js';
import { Following } from '../events/index.js';
import { LiveChannel } from '../pipeline/index.js';
import { RunsStore } from '../runs/index.js';
import { about, buyerOf, type Decided } from './about-purchase.js';
import { RedemptionsStore } from './redemptions.store.js';

const STOPPED_SENDING: HandFailure = { words: 'Gully stopped while it was being sent', unsure: true };

/**
 * Looks after purchases that are under way: what their rewards show on stages, and lines that
 * could not be handed over. Gully refunds at its start what was paid before it stopped and
 * had not begun, but for lines, which may have been sent: those wait for the streamer.
 */
@Injectable()
export class CarryingOut implements OnApplicationBootstrap {
  /** purchases of which something was shown, while they go on */
  private readonly begun = new Set<string>();

  constructor(
    private readonly store: RedemptionsStore,
    private readonly runs: RunsStore,
    private readonly following: Following,
    private readonly live: LiveChannel,
    private readonly activity: ActivityService,
  ) {
    live.keepers.follow('redemption', (changes) => {
      for (const change of changes) this.tell(change);
    });
    live.keepers.follow('stage', (changes) => {
      for (const change of changes) this.followStage(change);
    });
  }

  /** Where what a purchase shows stands, as long as it does. */
  private onStages({ id, reward }: Redemption): 'waiting' | 'showing' | undefined {
    const own = `${runId(id, reward)}:`;
    const stages = this.live.world
      .now()
      .stages.all()
      .map(({ stage }) => stage);
    if (stages.some(({ showing }) => showing?.alert.id.startsWith(own) === true)) return 'showing';
    return stages.some(({ waiting }) => waiting.some((alert) => alert.id.startsWith(own)))
      ? 'waiting'
      : undefined;
  }

  /** A purchase is done once it was shown; one whose turn never came is returned. */
  private followStage({ begins, ended }: StageChange): void {
    const all = this.store.all().filter(({ state }) => state === 'bought');
    for (const redemption of all) {
      const own = `${runId(redemption.id, redemption.reward)}:`;
      const isOver = (): boolean => this.runs.find(runId(redemption.id, redemption.reward)) === undefined;
      if (begins?.startsWith(own) === true) {
        this.begun.add(redemption.id);
        this.decide(redemption, (_, world, at) => (isOver() ? endOf(world, redemption.id, at) : undefined));
        continue;
      }
      const how = ended.find(({ id }) => id.startsWith(own))?.how;
      if (how === undefined || how === 'shown' || this.begun.has(redemption.id)) continue;
      this.decide(redemption, (now, world, at) =>
        this.onStages(now) !== undefined || this.begun.has(now.id)
          ? undefined
          : failedDelivery(world, now, { viewer: buyerOf(now, world), at }, NOT_SHOWN[how]),
      );
    }
    if (this.begun.size > BEGUN_KEPT) this.begun.clear();
  }

  onApplicationBootstrap(): void {
    for (const redemption of this.store.all().filter(({ state }) => state === 'bought')) {
      if (this.runs.find(runId(redemption.id, redemption.reward)) !== undefined) continue;
      const stands = this.onStages(redemption);
      if (stands === 'waiting') continue;
      if (stands === 'showing') this.decide(redemption, ({ id }, world, at) => endOf(world, id, at));
      else if (redemption.line !== undefined) this.following.follow(keeping(redemption, STOPPED_SENDING));
      else this.giveBack(redemption);
    }
  }

  private giveBack(redemption: Redemption): void {
    const note = 'Gully stopped before it was carried out';
    this.decide(redemption, (now, world, at) => {
      this.activity.record('stopped', now.title, `returned to ${now.name}: ${note}`, 'gully');
      return failedDelivery(world, now, { viewer: buyerOf(now, world), at }, note);
    });
  }

  private tell({ act, redemption: { title, name, note } }: RedemptionChange): void {
    if (act === 'stuck') this.activity.record('stopped', title, `kept for ${name}. ${note}`, 'gully');
  }

  /** Decides on a purchase that is paid and under way, in its turn; nothing where it is over by then. */
  private decide(
    first: Redemption,
    decide: (now: Redemption, world: World, at: number) => Decided | undefined,
  ): void {
    this.following.follow(
      about(first, (world, at) => {
        const now = this.store.find(first.id);
        return now?.state === 'bought' ? decide(now, world, at) : undefined;
      }),
    );
  }
}

/** Its buyer has what they paid for. */
function endOf(world: World, id: string, at: number): Decided {
  return { changes: settle(world, id, { failed: undefined, at }) };
}

/** Purchases whose showing is remembered. */
const BEGUN_KEPT = 1_000;
/** Why no one saw it. */
const NOT_SHOWN: Readonly<Record<Exclude<StageEnding, 'shown'>, string>> = {
  late: 'it could not be shown in time',
  full: 'too much was waiting to be shown',
  cleared: 'it was cleared before it was shown',
  skipped: 'it was skipped before it was shown',
};

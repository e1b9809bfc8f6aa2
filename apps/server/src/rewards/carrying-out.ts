import { Inject, Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import { happens, returns, settle, type Redemption, type RedemptionChange } from '@gully/core/rewards';
import { deliver, failedDelivery, sayOf, type Delivery, type PreparedReward } from '@gully/core/rewards';
import { runId, type ChannelEvent } from '@gully/core/routines';
import type { StageChange, StageEnding } from '@gully/core/stage';
import { strangerFacts, type ViewerFacts } from '@gully/core/viewers';
import { ActivityService } from '../activity/index.js';
import { Outbox, type Undelivered } from '../chat/index.js';
import { newId } from '../database/index.js';
import { ChannelEvents } from '../events/index.js';
import { CarriedOut } from '../guard/index.js';
import { ChannelWorld, Keepers, Performers } from '../live/index.js';
import { LOG, type Log } from '../log/index.js';
import { PipelineService } from '../pipeline/index.js';
import { RunLog, RunsStore } from '../runs/index.js';
import { ViewersService, type Seen } from '../viewers/index.js';
import { Company } from './company.js';
import { RedemptionsStore } from './redemptions.store.js';
import { RewardsService } from './rewards.service.js';

/** Shown in the log of chat where a line was handed over. */
const HIDDEN = '(what they bought)';
const STOPPED_SENDING: Undelivered = { words: 'Gully stopped while it was being sent', unsure: true };

/**
 * Carries out what was bought, once that is on disk: hands over a line, splits, benches and begins the
 * reward's routine. What was paid and not begun when Gully stopped is returned at the next start, but for
 * lines, which may have been sent: those wait for the streamer.
 */
@Injectable()
export class CarryingOut implements OnApplicationBootstrap {
  /** purchases of which something was shown, while they go on */
  private readonly begun = new Set<string>();

  constructor(
    private readonly store: RedemptionsStore,
    private readonly rewards: RewardsService,
    private readonly viewers: ViewersService,
    private readonly company: Company,
    private readonly runs: RunsStore,
    private readonly pipeline: PipelineService,
    private readonly world: ChannelWorld,
    private readonly performers: Performers,
    private readonly outbox: Outbox,
    private readonly runLog: RunLog,
    private readonly events: ChannelEvents,
    private readonly activity: ActivityService,
    @Inject(LOG) private readonly log: Log,
    keepers: Keepers,
    carriedOut: CarriedOut,
  ) {
    keepers.follow('redemption', (changes) => {
      for (const change of changes) this.follow(change);
    });
    keepers.follow('stage', (changes) => {
      for (const change of changes) this.followStage(change);
    });
    carriedOut.follow((id, failed) => {
      if (failed !== undefined) this.benchFailed(id, failed);
    });
  }

  /** Where what a purchase shows stands, as long as it does. */
  private onStages({ id, reward }: Redemption): 'waiting' | 'showing' | undefined {
    const own = `${runId(id, reward)}:`;
    const stages = this.world
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
        this.job(redemption.id, () => (isOver() ? this.plainEnd(redemption.id) : undefined));
        continue;
      }
      const how = ended.find(({ id }) => id.startsWith(own))?.how;
      if (how === undefined || how === 'shown' || this.begun.has(redemption.id)) continue;
      this.job(redemption.id, ({ redemption: now, prepared, about }) => {
        if (this.onStages(now) !== undefined || this.begun.has(now.id)) return undefined;
        const note = NOT_SHOWN[how];
        return prepared === undefined
          ? this.plainReturn(now, note)
          : failedDelivery(this.world.now(), prepared, now, { ...about, note });
      });
    }
    if (this.begun.size > BEGUN_KEPT) this.begun.clear();
  }

  /** Gully refunds what was paid for before it stopped and had not begun; a line may have been delivered, and waits. */
  onApplicationBootstrap(): void {
    for (const { id } of this.store.all().filter(({ state }) => state === 'bought'))
      this.job(id, ({ redemption, prepared, about }) => {
        if (this.runs.find(runId(id, redemption.reward)) !== undefined) return undefined;
        const stands = this.onStages(redemption);
        if (stands === 'waiting') return undefined;
        if (stands === 'showing') return this.plainEnd(id);
        if (redemption.line !== undefined) return this.stuck(redemption, STOPPED_SENDING);
        const note = 'Gully stopped before it was carried out';
        const tell = (): void => {
          this.activity.record(
            'stopped',
            redemption.title,
            `returned to ${redemption.name}: ${note}`,
            'gully',
          );
        };
        if (prepared === undefined) return { ...this.plainReturn(redemption, note), tell };
        return { ...failedDelivery(this.world.now(), prepared, redemption, { ...about, note }), tell };
      });
  }

  private async send(redemption: Redemption, nick = redemption.name): Promise<Undelivered | undefined> {
    const prepared = this.rewards.preparedOf(redemption.reward);
    const { line } = redemption;
    if (line === undefined) return { words: 'it hands out no line', unsure: false };
    const about = { viewer: this.factsOf(redemption), at: Date.now(), present: [] };
    const message = { ...about, message: 'handed', line: line.text } as const;
    const lines =
      prepared === undefined ? [line.text] : sayOf(this.world.now(), prepared, redemption, message);
    const because = `of the reward ${redemption.title}`;
    return this.outbox.handOver(nick, lines, HIDDEN, { because, viewer: redemption.viewer });
  }

  private follow({ act, redemption }: RedemptionChange): void {
    const { state, gives } = redemption;
    if (act === 'delivered') this.happen(redemption);
    if (state !== 'bought' || (act !== 'bought' && act !== 'answered')) return;
    if (gives === 'line') void this.handOver(redemption);
    else this.carryOut(redemption.id);
  }

  /**
   * Sends a line to its buyer and goes on, or keeps it for them. The purchase is under way on disk before, so
   * that a line which may have been sent goes to nobody else, whatever happens meanwhile.
   *
   * @param nick what the buyer is called now
   * @returns why it did not get there, or undefined
   */
  async handOver(redemption: Redemption, nick?: string): Promise<Undelivered | undefined> {
    const failed = await this.send(redemption, nick);
    if (failed === undefined) this.carryOut(redemption.id);
    else
      this.job(redemption.id, ({ redemption: now }) =>
        this.stuck(now, { ...failed, words: `It could not be sent privately: ${failed.words}` }),
      );
    return failed;
  }

  /** A line waits for the streamer, who says whether it goes again, is done or is returned. */
  private stuck(now: Redemption, { words, unsure }: Undelivered): Delivery & { readonly tell: () => void } {
    const waits = {
      ...now,
      state: 'waiting',
      note: words,
      ...(unsure && { unsure: true as const }),
    } as const;
    return {
      changes: [happens('stuck', waits, { by: 'gully', at: Date.now() })],
      effects: [],
      started: [],
      tell: () => {
        this.activity.record('stopped', now.title, `kept for ${now.name}. ${words}`, 'gully');
      },
    };
  }

  private carryOut(id: string): void {
    const here = this.store.find(id)?.gives === 'share' ? this.company.here() : [];
    this.job(
      id,
      ({ redemption, prepared, about, idOf }) => {
        if (prepared === undefined)
          return redemption.line === undefined
            ? this.plainReturn(redemption, 'the reward was deleted')
            : this.plainEnd(redemption.id);
        const present = this.company.among(
          here.map(({ key }) => idOf(key)),
          redemption.viewer,
        );
        return deliver(this.world.now(), prepared, redemption, { ...about, present });
      },
      here,
    );
  }

  /** It could not be done in the room: they were not timed out, and whoever paid has the price back. */
  private benchFailed(id: string, failed: string): void {
    void this.company.find(id).then(
      (redemption) => {
        if (redemption?.target === undefined || redemption.state === 'returned') return;
        this.decideOn(redemption, ({ prepared, about }) =>
          prepared === undefined
            ? this.plainReturn(redemption, failed)
            : failedDelivery(this.world.now(), prepared, redemption, { ...about, note: failed }),
        );
      },
      (error: unknown) => {
        this.log.error({ error, id }, 'a bench that failed could not be looked up');
      },
    );
  }

  /** Its buyer has the line, and there are no steps any more to go on with. */
  private plainEnd(id: string): Delivery {
    const changes = settle(this.world.now(), id, { failed: undefined, at: Date.now() });
    return { changes, effects: [], started: [] };
  }

  private plainReturn(redemption: Redemption, note: string): Delivery {
    const { purse } = this.world.now();
    const changes = returns(purse, redemption, { by: 'gully', at: Date.now(), note, lineBack: false });
    return { changes, effects: [], started: [] };
  }

  /** Decides on a purchase that is paid and under way, in its turn; nothing where it is over by then. */
  private job(
    id: string,
    decide: (about: Deciding) => (Delivery & { readonly tell?: () => void }) | undefined,
    seen: readonly Seen[] = [],
  ): void {
    const first = this.store.find(id);
    if (first === undefined) return;
    this.decideOn(
      first,
      (about) => (this.store.find(id)?.state === 'bought' ? decide(about) : undefined),
      seen,
    );
  }

  private decideOn(
    first: Redemption,
    decide: (about: Deciding) => (Delivery & { readonly tell?: () => void }) | undefined,
    seen: readonly Seen[] = [],
  ): void {
    const { viewer, target } = first;
    this.pipeline.surely({
      kind: 'redemption',
      actor: `viewer:${viewer}`,
      about: target === undefined ? [viewer] : [viewer, target.viewer],
      seen,
      decide: (idOf) => {
        const redemption = this.store.find(first.id) ?? first;
        const at = Date.now();
        const about = { viewer: this.factsOf(redemption), at, present: [] };
        const prepared = this.rewards.preparedOf(redemption.reward);
        const decided = decide({ redemption, prepared, about, idOf });
        if (decided === undefined) return { changes: [], done: () => undefined };
        return {
          changes: decided.changes,
          done: () => {
            const because = `of the reward ${redemption.title}, bought by ${redemption.name}`;
            const effects = [...decided.effects, ...decided.started.flatMap((each) => each.effects)];
            this.performers.perform(effects, { because, viewer: redemption.viewer });
            for (const each of decided.started) this.runLog.record(each);
            decided.tell?.();
          },
        };
      },
    });
  }

  private factsOf({ viewer, name, at }: Redemption): ViewerFacts {
    return this.viewers.facts(viewer) ?? strangerFacts(viewer, name, [], at);
  }

  /** Tells routines that wait for purchases. */
  private happen(redemption: Redemption): void {
    const { title, price, target, since: at } = redemption;
    const viewer = this.factsOf(redemption);
    const recipient = target?.name ?? '';
    const facts = { kind: 'redeemed', count: price, amount: '', message: title, recipient } as const;
    const event: ChannelEvent = { ...facts, id: newId(), viewer, roles: viewer.roles, at };
    this.events.happened(event, [], null).catch((error: unknown) => {
      this.log.error({ error }, 'a purchase could not be told to routines');
    });
  }
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

interface Deciding {
  readonly redemption: Redemption;
  /** undefined where the reward was deleted meanwhile */
  readonly prepared: PreparedReward | undefined;
  readonly about: {
    readonly viewer: ViewerFacts;
    readonly at: number;
    readonly present: readonly ViewerFacts[];
  };
  readonly idOf: (key: string) => string;
}
